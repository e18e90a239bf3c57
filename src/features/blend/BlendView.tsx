import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { FAMILIES, formatQuantity, type Panel, type UnitSystem } from '@/core';
import { colourProduct, type BlendPlan } from '@/core/colour';
import type { PanelMap } from '@/core/log/job';
import { useLibrary, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Grow } from '@/ui/layout';
import { BlendMap } from '@/ui/map/BlendMap';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import WordsHere from '@/ui/WordsHere';
import { gap } from '@/ui/theme';
import { BlendChoices } from './BlendChoices';
import { Legend, NextMap, Paint } from './BlendParts';
import { TAPPED, useBlend, type Blend } from './useBlend';

/** A colour that nobody has named yet, on a drawing. */
const NO_COLOUR = '#7a8288';

/** Where base stops and clear goes on, on the panel's own drawing, and what paint that is. */
export function BlendView({
  open,
  panel,
  map,
  choice,
}: {
  open: OpenJob;
  panel: Panel;
  map: PanelMap;
  choice: ReactNode;
}) {
  const { units } = useAppTheme();
  const blend = useBlend(open, panel, map);
  const { plan, repair, best, colour } = blend;
  return (
    <Page wide testID="blend">
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title={repair ? titleOf(plan, units) : 'Tap where the repair is'}
        subtitle={
          best
            ? `By ${best.panel.name.toLowerCase()}, which is ${best.compared?.verdict.de.toFixed(1)} off.`
            : 'No card was held against the car: the difference is a guess until one was.'
        }
      />
      {choice}
      <TwoColumns
        left={<BlendDrawing panel={panel} map={map} blend={blend} hex={colour?.hex ?? NO_COLOUR} />}
        right={
          <>
            <BlendChoices open={open} panel={panel} blend={blend} />
            {plan && <BlendPaint open={open} panel={panel} plan={plan} colour={colour} />}
            <Notice tone="muted">
              Spraying is done in a booth with air-fed breathing: two-pack clear holds isocyanate. The sheet, local
              rules and the booth decide.
            </Notice>
            <WordsHere says={['flop', 'key', 'feather', 'flash']} />
          </>
        }
      />
    </Page>
  );
}

/** The answer: how far the colour goes, and into what. */
function titleOf(plan: BlendPlan | undefined, units: UnitSystem): string {
  if (!plan) return 'Where does colour stop?';
  if (plan.lengthMm === 0) return 'It may end at the gap';
  const into = plan.panels.flatMap((p) => p.next?.panel.name.toLowerCase() ?? []);
  if (plan.panels.length > 1) return `Blend into ${into.join(' and ')}`;
  return `Colour runs out over ${formatQuantity('length', plan.lengthMm / 10, units, 0)}`;
}

/** The panel with its colour, clear and melt, what lies beside it, and the order of the work. */
function BlendDrawing({ panel, map, blend, hex }: { panel: Panel; map: PanelMap; blend: Blend; hex: string }) {
  const { plan, repair, choices, choose } = blend;
  const own = plan?.panels[0];
  return (
    <>
      <BlendMap
        id="own"
        outline={map.outline}
        keepOuts={map.keepOuts.filter((k) => k.face === 'outer').map((k) => k.outline)}
        full={own?.full ?? []}
        fade={own?.fade ?? []}
        clear={own?.clear ?? []}
        melt={own?.melt ?? []}
        {...(repair && !repair.whole && { repair: repair.outline })}
        colourHex={hex}
        label={`${panel.name}: tap where the repair is`}
        onTap={(spot) => choose({ spot, repairId: TAPPED })}
      />
      <Legend hex={hex} melts={choices.ends === 'melt'} />
      {plan?.panels.slice(1).map((p) => p.next && <NextMap key={p.next.side} of={p} hex={hex} />)}
      {plan && plan.problems.length > 0 && (
        <Notice tone="stop" testID="blend-problems">
          {plan.problems.map((m) => (
            <Text key={String(m)} kind="small">
              {m}
            </Text>
          ))}
        </Notice>
      )}
      {plan && (
        <Section title="In order">
          {plan.says.map((m, i) => (
            <View key={String(m)} style={{ flexDirection: 'row', gap: gap(3), paddingVertical: gap(2) }}>
              <Text kind="figure">{String(i + 1)}</Text>
              <Grow>
                <Text kind="small">{m}</Text>
              </Grow>
            </View>
          ))}
        </Section>
      )}
    </>
  );
}

/** What paint a blend takes, with a way into the cup. */
function BlendPaint({
  open,
  panel,
  plan,
  colour,
}: {
  open: OpenJob;
  panel: Panel;
  plan: BlendPlan;
  colour: Blend['colour'];
}) {
  const { all } = useLibrary();
  const router = useRouter();
  const base = colourProduct(open.job, open.state, colour, all);
  if (!base) return null;
  return (
    <Paint
      open={open}
      panels={plan.panels}
      own={panel}
      base={base}
      clear={FAMILIES[base.family].role === 'base' ? all.find((p) => p.family === 'clear') : undefined}
      onMix={(zones, product, coats, ml, thinner) =>
        router.navigate(
          pageHref('/mix', {
            job: open.job.id,
            zones: zones.join(','),
            product: product.id,
            coats: String(coats),
            ml: String(Math.ceil(ml)),
            ...(thinner !== undefined && { thinner: String(thinner) }),
          }),
        )
      }
    />
  );
}
