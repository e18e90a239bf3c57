/**
 * Taps and keys of a new user's first job, from an empty shop to polished clear: three panels of two zones each, by the page's own controls.
 * Bound: 110 taps and 30 keys. The clock is put on between the steps, as the film needs it; that is not counted.
 */
import type { Page } from '@playwright/test';
import { openBench } from './browser';
import { report } from './report';

const HOUR = 3_600_000;

/** What one step leaves in the log; what the sheet suggests by itself costs no tap. */
interface Step {
  kind: string;
  /** Choices that have to stand on the sheet, by the name of their chip. */
  choices?: string[];
  /** Figures that have to stand there. */
  figures?: Record<string, string>;
  /** Hours that pass afterwards. */
  wait?: number;
}

const STEPS: Step[] = [
  { kind: 'Stripped', choices: ['Substrate'], wait: 0.1 },
  { kind: 'Cleaned', wait: 0.3 },
  { kind: 'Coated', choices: ['Epoxy primer', '2'], wait: 20 },
  { kind: 'Filled', figures: { 'Average thickness of this skim, mm': '1.5' }, wait: 2 },
  { kind: 'Sanded', choices: ['P80'], wait: 0.1 },
  { kind: 'Sanded', choices: ['P180'], wait: 0.1 },
  { kind: 'Coated', choices: ['High-build primer', '3'], wait: 14 },
  { kind: 'Guide coat', wait: 0.3 },
  { kind: 'Sanded', choices: ['P400'], wait: 0.1 },
  { kind: 'Sanded', choices: ['P600'], wait: 0.1 },
  { kind: 'Cleaned', wait: 0.3 },
  { kind: 'Coated', choices: ['Solvent base coat', '3'], wait: 0.7 },
  { kind: 'Coated', choices: ['Clear, medium solids', '2'], wait: 40 },
  { kind: 'Sanded', choices: ['P2000'], wait: 0.1 },
  { kind: 'Polished' },
];

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await page.clock.install({ time: new Date(2030, 4, 6, 8) });
  let taps = 0;
  let keys = 0;
  const tap = async (what: ReturnType<Page['locator']>) => {
    await what.first().click();
    taps += 1;
  };
  const type = async (text: string) => {
    await page.keyboard.type(text);
    keys += text.length;
  };
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
  const radio = (name: string) => page.getByRole('radio', { name, exact: true });

  await page.goto(`${url}/?own`);
  await tap(button('Start a job'));
  await tap(page.getByLabel('Name'));
  await type('Blue');
  await tap(radio('Small hatch'));
  for (const part of ['Bonnet', 'Left wing', 'Left door'])
    await tap(page.getByRole('checkbox', { name: part, exact: true }));
  await tap(radio('Upper and lower'));
  await tap(page.getByTestId('save'));
  await page.getByTestId('panels').waitFor();
  const setUp = taps;

  for (const [i, step] of STEPS.entries()) {
    await tap(page.getByTestId('log').or(button('+ Log')));
    await page.getByTestId('log-sheet').waitFor();
    // Rules come behind the page: a verdict may still ask for something.
    await page.waitForTimeout(300);
    const alike = button(/^All 6 that stand alike$/);
    if ((await alike.count()) > 0) await tap(alike);
    if (
      !(await radio(step.kind)
        .isChecked()
        .catch(() => false))
    ) {
      if ((await radio(step.kind).count()) === 0) await tap(button('Something else'));
      await tap(radio(step.kind));
    }
    for (const c of step.choices ?? []) {
      if (
        await radio(c)
          .first()
          .isChecked()
          .catch(() => false)
      )
        continue;
      if ((await radio(c).count()) === 0) await tap(button(/^(Another product|Other grits)$/));
      await tap(radio(c));
    }
    for (const [label, value] of Object.entries(step.figures ?? {})) {
      const field = page.getByLabel(label);
      if ((await field.inputValue()) === value) continue;
      await tap(field);
      await page.keyboard.press('Control+A');
      await type(value);
    }
    const verdict = page.getByTestId('verdict');
    const said = (await verdict.count()) > 0 ? ((await verdict.textContent()) ?? '') : '';
    if (/^Not (yet|so)/.test(said)) console.log(`  step ${i + 1} goes against: ${said.slice(0, 120)}`);
    const reason = page.getByLabel('Why go on all the same');
    if ((await reason.count()) > 0) {
      await tap(reason);
      await type('ok');
    }
    const before = taps;
    await tap(page.getByTestId('save'));
    await page.getByTestId('panel').waitFor();
    console.log(`  ${String(i + 1).padStart(2)} ${step.kind} ${(step.choices ?? []).join(' ')}: ${taps} taps so far`);
    if (before > 400) throw new Error('too many');
    await page.clock.fastForward((step.wait ?? 0.1) * HOUR);
    await page.waitForTimeout(200);
  }
  console.log(`set up in ${setUp} taps; ${keys} keys in all`);
  report('taps', taps, 'taps', 110, { ok: taps <= 110 && keys <= 30 });
  await close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
