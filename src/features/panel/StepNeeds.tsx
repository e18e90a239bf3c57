import { View } from 'react-native';
import {
  countText,
  DEFECT_NAMES,
  FAMILIES,
  finishOf,
  formatQuantity,
  isOpenFault,
  openDefects,
  type Panel,
  type PlainEvent,
  type Product,
  type Strata,
  type UnitSystem,
  type Zone,
} from '@/core';
import type { Step, StepKind } from '@/core/advice';
import { wantedCoats, type QualityLevel } from '@/core/library/level';
import { NEXT_TIME } from '@/core/defects/causes';
import { DEFECT_CAUSE_NAMES } from '@/core/log/defectCauses';
import { shapeOf } from '@/core/mix/transfer';
import { usualCup } from '@/core/route/usualCup';
import { useAdvice, type OpenJob } from '@/data';
import { useRemembered } from '@/data/defects';
import { useLanding } from '@/data/landing';
import { useAppTheme } from '@/ui/appTheme';
import { Icon } from '@/ui/icons';
import { LinkArea } from '@/ui/LinkArea';
import { pageHref, type PageHref } from '@/ui/pages';
import { Text } from '@/ui/Text';
import { gap, TARGET } from '@/ui/theme';

/** What a step may need that has a page of its own. */
type NeedKind =
  | 'cup'
  | 'session'
  | 'blend'
  | 'card'
  | 'heights'
  | 'block'
  | 'repair'
  | 'map'
  | 'decide'
  | 'blast'
  | 'bags'
  | 'order'
  | 'heat'
  | 'air'
  | 'defects'
  | 'flatten'
  | 'gun'
  | 'putBack';

/** What each act needs at its place, in the order in which hands need it. */
const NEEDS: { readonly [K in StepKind]: readonly NeedKind[] } = {
  coat: ['air', 'cup', 'card', 'blend', 'session', 'gun', 'defects'],
  fill: ['heights', 'cup', 'air'],
  clean: [],
  sand: ['defects', 'flatten', 'heights', 'block'],
  guide: ['heights'],
  polish: ['flatten', 'defects'],
  strip: ['blast'],
  blast: ['blast'],
  repair: ['repair', 'map', 'decide'],
  fit: ['putBack', 'bags', 'order', 'defects'],
  tape: [],
  clamp: [],
  wax: ['order'],
  mask: ['bags'],
  bake: ['heat'],
  remove: ['bags'],
  wait: ['heat', 'air', 'defects'],
};

interface Need {
  name: string;
  /** The answer in a few words, as far as it is known here. */
  says: string;
  href: PageHref;
  /** What may be done with it at once. */
  act?: { label: string; href: PageHref };
}
interface Work {
  open: OpenJob;
  panel: Panel;
  zone: Zone;
  zoneIds: readonly string[];
  strata: Strata;
  events: readonly PlainEvent[];
  step: Step;
  units: UnitSystem;
  landing: ReturnType<typeof useLanding>;
}

/** Coats that a product still gets: those that lie on top of it already are not mixed again. */
function coatsToGo(strata: Strata, product: Product, level: QualityLevel | undefined): number {
  const top = strata.layers.at(-1);
  return Math.max(1, wantedCoats(product, level) - (top && top.productId === product.id ? top.coats : 0));
}

/** Each need as it stands on a zone; undefined where the step does not need it there. */
const FINDERS: { readonly [N in NeedKind]: (w: Work) => Need | undefined } = {
  cup: ({ open, zone, zoneIds, strata, step, units, landing }) => {
    if (step.kind !== 'coat' && step.kind !== 'fill') return undefined;
    const { product } = step;
    const ids = new Set(zoneIds);
    const areaCm2 = open.job.zones.reduce((s, z) => (ids.has(z.id) ? s + z.areaCm2 : s), 0);
    const transfer = landing(FAMILIES[product.family].application, product.id);
    const cup = usualCup(product, areaCm2, finishOf(open.job, zone.id).level, {
      ...(step.kind === 'coat' && {
        coats: step.coats ?? coatsToGo(strata, product, finishOf(open.job, zone.id).level),
      }),
      ...(step.kind === 'fill' && step.filmUm !== undefined && { filmUm: step.filmUm, coats: 1 }),
      ...(transfer && { transfer }),
      shape: shapeOf(open.job, zoneIds),
    });
    if (!cup) return undefined;
    const coats = step.kind === 'fill' ? '' : ` for ${countText(cup.coats, 'coat')}`;
    const on = zoneIds.length > 1 ? `, on ${countText(zoneIds.length, 'zone')}` : '';
    const cupOf = {
      job: open.job.id,
      zones: zoneIds.join(),
      product: product.id,
      ...(step.kind === 'coat' && { coats: String(cup.coats) }),
    };
    return {
      name: 'The cup',
      says: `About ${formatQuantity('volume', cup.readyMl, units)}${coats}${on}`,
      href: pageHref('/mix', cupOf),
      act: { label: 'Pour', href: pageHref('/mix', { ...cupOf, pour: 'yes' }) },
    };
  },
  session: ({ open, zoneIds, step }) =>
    step.kind === 'coat' && FAMILIES[step.product.family].coloured
      ? {
          name: 'All coats of the evening',
          says: 'Which cup when, and until when each coat is open',
          href: pageHref('/session', { job: open.job.id, zones: zoneIds.join() }),
        }
      : undefined,
  blend: ({ open, panel, step }) =>
    panel.map && step.kind === 'coat' && FAMILIES[step.product.family].coloured
      ? {
          name: 'Where the colour stops',
          says: 'At a gap, or running out into the next panel',
          href: pageHref('/blend', { job: open.job.id, panel: panel.id }),
        }
      : undefined,
  card: ({ open, zone, step }) => {
    if (step.kind !== 'coat' || !FAMILIES[step.product.family].coloured) return undefined;
    const { colour } = finishOf(open.job, zone.id);
    return {
      name: colour ? `Will ${colour.name} pass?` : 'No colour is agreed yet',
      says: colour ? 'Its cards, and what was read on the car' : 'Agree one: the cup and the cards go by it',
      href: colour
        ? pageHref('/colour', { job: open.job.id })
        : pageHref('/job/[jobId]/change', { jobId: open.job.id }),
    };
  },
  heights: ({ open, panel, events }) => {
    const read = events.filter((e) => e.kind === 'measured' && e.measure === 'heights').length;
    const guides = events.filter((e) => e.kind === 'guideRead').length;
    return {
      name: 'Where it is low, and how much filler',
      says:
        read + guides === 0
          ? 'Nobody has read its heights yet'
          : [read > 0 && countText(read, 'reading'), guides > 0 && countText(guides, 'guide coat')]
              .filter(Boolean)
              .join(', '),
      href: pageHref('/fair', { job: open.job.id, panel: panel.id }),
    };
  },
  block: ({ open, panel, step, strata }) => {
    const top = strata.layers.at(-1)?.family;
    return step.kind === 'sand' && top && (FAMILIES[top].blocked || FAMILIES[top].role === 'filler')
      ? {
          name: 'Try the block on it first',
          says: 'What a long or a short one takes off here',
          href: pageHref('/try', { job: open.job.id, panel: panel.id }),
        }
      : undefined;
  },
  repair: ({ open, panel, strata }) => {
    const open1 = strata.faults.filter((f) => f.mark && isOpenFault(f));
    return {
      name: 'How it is put right',
      says: open1.length > 0 ? `${countText(open1.length, 'mark')} open` : 'Dents, rust, cracks, patches, laminates',
      href: pageHref('/repair', {
        job: open.job.id,
        panel: panel.id,
        ...(open1[0] && { fault: open1[0].id }),
      }),
    };
  },
  map: ({ open, panel }) => ({
    name: panel.map ? 'Its drawing' : 'Draw it',
    says: panel.map ? 'Marks, zones, seams' : 'So that what was found has a place',
    href: pageHref('/map', { job: open.job.id, panel: panel.id }),
  }),
  decide: ({ open, panel }) => {
    const had = open.job.decisions?.find((d) => d.panelId === panel.id);
    return had
      ? undefined
      : {
          name: 'Repair or replace?',
          says: 'What repair takes is worked out; the price of the part is asked',
          href: pageHref('/decide', { job: open.job.id, panel: panel.id }),
        };
  },
  blast: ({ open }) => ({
    name: 'Blasting',
    says: 'Media, hours, what is covered',
    href: pageHref('/blast', { job: open.job.id }),
  }),
  bags: ({ open, panel }) => {
    const n = (open.job.bags ?? []).filter((b) => b.panelId === panel.id).length;
    return {
      name: 'Bags and parts',
      says: n > 0 ? `${countText(n, 'bag')} of this panel` : 'Nothing of this panel is bagged',
      href: pageHref('/bags', { job: open.job.id }),
    };
  },
  order: ({ open, panel }) => {
    const n = (open.job.links ?? []).filter((l) => l.then.panelId === panel.id || l.first.panelId === panel.id).length;
    return n > 0
      ? {
          name: 'What comes first',
          says: `${countText(n, 'link')} with other parts`,
          href: pageHref('/order', { job: open.job.id }),
        }
      : undefined;
  },
  heat: ({ open, zone }) => ({
    name: 'Warm it',
    says: 'What lamp, heater or oven bring, and what they cost',
    href: pageHref('/heat', { job: open.job.id, zone: zone.id }),
  }),
  defects: ({ open, panel, strata }) => {
    const [first, ...more] = openDefects(strata);
    const top = strata.layers.at(-1);
    if (!first && (!top || !['topcoat', 'base'].includes(FAMILIES[top.family].role))) return undefined;
    return {
      name: first ? 'What is wrong with it, and why' : 'Something wrong with the paint?',
      says: first
        ? `${DEFECT_NAMES[first.kind]}${more.length > 0 ? ` and ${more.length} more` : ''}`
        : 'Runs, dust, haze: what to do, from when, and why',
      href: pageHref('/defects', { job: open.job.id, panel: panel.id, ...(first && { defect: first.id }) }),
    };
  },
  flatten: ({ open, panel, step, strata }) => {
    const top = strata.layers.at(-1);
    const isFinish = top !== undefined && ['topcoat', 'found'].includes(FAMILIES[top.family].role);
    return isFinish && (step.kind === 'polish' || (step.kind === 'sand' && step.grit >= 1200))
      ? {
          name: 'How far, and with what',
          says: 'As flat as the car beside it, with the clear that stays',
          href: pageHref('/flatten', { job: open.job.id, panel: panel.id }),
        }
      : undefined;
  },
  gun: ({ step }) =>
    step.kind === 'coat' && ['base', 'topcoat'].includes(FAMILIES[step.product.family].role)
      ? { name: 'Try it with the gun first', says: 'Where it runs, and where it is thin', href: pageHref('/spray', {}) }
      : undefined,
  putBack: ({ open }) => ({
    name: 'Put back',
    says: 'What goes with it, what it waits for, what is missing',
    href: pageHref('/putback', { job: open.job.id }),
  }),
  air: () => ({ name: 'The air', says: 'Until when it may be sprayed', href: pageHref('/air') }),
};

/** What the step at hand needs, each a tap away and with its answer. */
export function StepNeeds(p: Omit<Work, 'units' | 'landing'>) {
  const { units, palette } = useAppTheme();
  const landing = useLanding();
  const needs = NEEDS[p.step.kind].flatMap((n) => FINDERS[n]({ ...p, units, landing }) ?? []);
  const [last] = useRemembered(p.step.kind === 'coat' ? p.step.product.id : undefined);
  return (
    <View>
      {last && (
        <View testID="remembered" style={{ paddingVertical: gap(1) }}>
          <Text kind="small" tone="window">
            {`Last time, on ${last.where.toLowerCase()}: ${DEFECT_NAMES[last.defect.kind].toLowerCase()}. ${DEFECT_CAUSE_NAMES[last.cause]}. ${NEXT_TIME[last.cause]}`}
          </Text>
        </View>
      )}
      {needs.map((n) => (
        <View key={n.name} style={{ flexDirection: 'row', alignItems: 'center', gap: gap(2) }}>
          <View style={{ flex: 1, minWidth: 0 }}>
            <LinkArea href={n.href} style={{ minHeight: TARGET, justifyContent: 'center', paddingVertical: gap(1) }}>
              <View style={{ flexDirection: 'row', alignItems: 'center', gap: gap(2) }}>
                <View style={{ flex: 1 }}>
                  <Text kind="strong" tone="do">
                    {n.name}
                  </Text>
                  <Text kind="tag" tone="muted">
                    {n.says}
                  </Text>
                </View>
                {!n.act && <Icon name="chevron-right" color={palette.do} size={20} />}
              </View>
            </LinkArea>
          </View>
          {n.act && (
            <LinkArea
              href={n.act.href}
              label={`${n.act.label}: ${n.name.toLowerCase()}`}
              style={{ minHeight: TARGET, minWidth: 64, justifyContent: 'center', alignItems: 'flex-end' }}
            >
              <Text kind="button" tone="do">
                {n.act.label}
              </Text>
            </LinkArea>
          )}
        </View>
      ))}
    </View>
  );
}

/** How the step is done, and what it is for; nothing where the hands know it. */
export function StepHow({ step, strata }: { step: Step; strata: Strata }) {
  const advice = useAdvice();
  if (!advice) return null;
  const [purpose] = advice.purposesOf([{ step }], strata.layers.at(-1)?.family);
  const lines = advice.howToDo(step);
  return (
    <View style={{ gap: gap(1) }} testID="how">
      {purpose ? <Text kind="small">{`For: ${purpose}.`}</Text> : null}
      {lines.map((l) => (
        <Text key={l} kind="small" tone="muted">
          {l}
        </Text>
      ))}
    </View>
  );
}
