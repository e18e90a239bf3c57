/**
 * Taps and signs of a first job along the app's own road, from an empty shop to fitted: a door and a wing that are stripped, filled twice and painted
 * together, and a plastic bumper; every coat poured as its cup says and logged from it, every entry judged. What the way proposes is taken; what it cannot know
 * (strip it, two skims) is picked. Bound: 150 taps and 15 signs. The clock is put on while something cures; that is not counted.
 */
import type { Page } from '@playwright/test';
import { openBench } from './browser';
import { report } from './report';

const MINUTE = 60_000;
/** More steps than any way has. */
const MOST = 70;
/** Up to here each panel goes by itself; the rest is done on all that stand alike. */
const TO_POLISH = /^(Denib|Polish|Refit)/;

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await page.clock.install({ time: new Date(2030, 4, 6, 8) });
  let taps = 0;
  let signs = 0;
  const tap = async (what: ReturnType<Page['locator']>) => {
    await what.first().click();
    taps += 1;
  };
  const type = async (text: string) => {
    await page.keyboard.type(text);
    signs += text.length;
  };
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
  const radio = (name: string) => page.getByRole('radio', { name, exact: true });
  const panelIsThere = () => page.getByTestId('panel').waitFor();
  const rest = (ms = 400) => page.waitForTimeout(ms);

  await page.goto(`${url}/?own`);
  await tap(button('Start a job'));
  await tap(page.getByLabel('Name'));
  await type('Blue');
  await tap(radio('Small hatch'));
  for (const part of ['Left door', 'Left wing', 'Front bumper'])
    await tap(page.getByRole('checkbox', { name: part, exact: true }));
  await tap(page.getByTestId('save'));
  await page.getByTestId('panels').waitFor();
  const setUp = taps;

  /** Logs what the sheet proposes, or a kind that it is told. */
  const log = async (kind?: string, figures: Record<string, string> = {}, choice?: string, together = false) => {
    await tap(page.getByTestId('log'));
    await page.getByTestId('log-sheet').waitFor();
    await rest();
    const alike = button(/^All \d+ that stand alike$/);
    if (together && (await alike.count()) > 0) await tap(alike);
    if (
      kind &&
      !(await radio(kind)
        .isChecked()
        .catch(() => false))
    ) {
      if ((await radio(kind).count()) === 0) await tap(button('Something else'));
      await tap(radio(kind));
    }
    if (
      choice &&
      !(await radio(choice)
        .isChecked()
        .catch(() => false))
    )
      await tap(radio(choice));
    for (const [label, value] of Object.entries(figures)) {
      await tap(page.getByLabel(label));
      await page.keyboard.press('Control+A');
      await type(value);
    }
    const verdict = page.getByTestId('verdict');
    const said = (await verdict.count()) > 0 ? ((await verdict.textContent()) ?? '') : '';
    if (/^Not (yet|so)/.test(said)) console.log(`  against: ${kind ?? 'as proposed'}: ${said.slice(0, 140)}`);
    const reason = page.getByLabel('Reason for going ahead');
    if ((await reason.count()) > 0) {
      await tap(reason);
      await type('ok');
    }
    await tap(page.getByTestId('save'));
    await panelIsThere();
    await rest();
  };
  /** Mixes what the step at hand needs, line by line, and logs it from the cup. */
  const mix = async () => {
    await tap(page.getByTestId('next-step').getByRole('link', { name: 'Pour: the cup' }));
    await page.getByTestId('pour').waitFor();
    await rest();
    // By a cup with marks: all lines at once, as they are told on one page.
    const all = page.getByTestId('all-in');
    await tap((await all.count()) > 0 ? all : page.getByTestId('line-in'));
    await rest(150);
    await tap(page.getByTestId('mixed'));
    await rest();
    await tap(page.getByTestId('sprayed'));
    await rest();
    await tap(page.getByTestId('save'));
    await panelIsThere();
    await rest();
  };
  /** Follows the way of a panel to where it is fitted. @param picks what is picked instead, by what the way says next */
  const follow = async (name: string, picks: { at: RegExp; act(): Promise<void> }[], until?: RegExp) => {
    await tap(page.getByRole('link', { name: 'Panels', exact: true }));
    await tap(page.getByRole('link', { name: new RegExp(`^${name}`) }));
    await panelIsThere();
    for (let n = 0, waited = 0; n < MOST; n++) {
      await rest();
      const next = page.getByTestId('next-step').first();
      if ((await next.count()) === 0) return;
      const says = ((await next.innerText()) ?? '').split('\n');
      const [label = '', verdict = ''] = says;
      if (/^Nothing/.test(label) || until?.test(label)) return;
      if (/^(Not yet|Until|It stands)/.test(verdict)) {
        if ((waited += 1) > 400) throw new Error(`stuck at ${label}: ${verdict}`);
        await page.clock.fastForward(30 * MINUTE);
        n--;
        continue;
      }
      // It may be fitted while the clear is still too soft to polish: a painter waits for that.
      if (/^Refit/.test(label) && waited === 0) {
        waited = 1;
        await page.clock.fastForward(12 * 60 * MINUTE);
        await rest(1000);
        n--;
        continue;
      }
      waited = 0;
      const before = taps;
      const picked = picks.findIndex((p) => p.at.test(label));
      const [pick] = picked < 0 ? [] : picks.splice(picked, 1);
      if (pick) await pick.act();
      else if ((await next.getByRole('link', { name: /^The cup/ }).count()) > 0) await mix();
      // What stands alike is wiped, denibbed, polished and fitted in one go.
      else await log(undefined, {}, undefined, /^(Clean|Denib|Polish|Refit)/.test(label));
      console.log(`  ${name}: ${pick ? 'picked at ' : ''}${label} (${taps - before}): ${taps} taps`);
      await page.clock.fastForward(5 * MINUTE);
      // What comes next is worked out behind the page.
      for (let k = 0; k < 10 && (await next.innerText().catch(() => '')).startsWith(label); k++) await rest();
      if (/^Refit/.test(label)) return;
    }
  };
  const skim = (mm: string) => async () => {
    // Epoxy has to be hard under it.
    await page.clock.fastForward(20 * 60 * MINUTE);
    await log('Filled', { 'Average thickness of this skim, mm': mm });
  };
  await follow(
    'Left door',
    [
      { at: /./, act: () => log('Stripped', {}, 'Substrate', true) },
      { at: /High-build/, act: skim('1.5') },
      { at: /High-build/, act: skim('0.3') },
    ],
    TO_POLISH,
  );
  await follow('Left wing', [], TO_POLISH);
  await follow('Front bumper', []);
  await follow('Left wing', []);
  await follow('Left door', []);
  console.log(`set up in ${setUp} taps; ${signs} signs in all`);
  report('taps-road', taps, 'taps', 150, { ok: taps <= 150 && signs <= 15 });
  await close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
