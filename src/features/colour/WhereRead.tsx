import { zoneLabel, type Point } from '@/core';
import { withoutCards } from '@/core/log/job';
import { READ_SURFACE, type ReadSurface } from '@/core/log/colourRead';
import { entriesOf, keysOf } from '@/core/keysOf';
import { faceOf, PLACES, pointInWords, type Place } from '@/core/outline';
import type { OpenJob } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Field } from '@/ui/Field';
import { Notice } from '@/ui/Notice';
import type { RackCard } from '@/core/colour';
import { ZoneOfCard } from './ZoneOfCard';

/** Where something was read, and on what. */
export interface Where {
  zoneId?: string;
  /** On the drawing of its panel, and as it was said. */
  at?: Point;
  place?: Place;
  words: string;
  surface: ReadSurface;
}

const IN_WORDS = '-';
const ON_IT = keysOf(PLACES).map((value) => ({ value, label: PLACES[value].name }));
/** So many zones stand to choose from; the rest is said in words. */
const SHOWN = 8;

/** On which zone of the car, or of a card, and how it looked there. */
export function WhereRead({
  open,
  card,
  value,
  onChange,
}: {
  open: OpenJob;
  card: RackCard | undefined;
  value: Where;
  onChange(w: Where): void;
}) {
  if (card)
    return <ZoneOfCard card={card} value={value.zoneId} onChange={(zoneId) => onChange({ ...value, zoneId })} />;
  const zones = withoutCards(open.job).zones.slice(0, SHOWN);
  const zone = zones.find((z) => z.id === value.zoneId);
  const panel = zone && open.job.panels.find((p) => p.id === zone.panelId);
  return (
    <>
      <ChoiceGroup
        label="Where"
        options={[
          ...zones.map((z) => ({ value: z.id, label: zoneLabel(open.job, z.id) })),
          { value: IN_WORDS, label: 'Elsewhere' },
        ]}
        value={value.zoneId ?? IN_WORDS}
        onChange={(v) => {
          const { zoneId: _zone, at: _at, place: _place, ...rest } = value;
          onChange(v === IN_WORDS ? rest : { ...rest, zoneId: v });
        }}
      />
      {panel?.map && zone && (
        <ChoiceGroup<Place>
          label="Where on it"
          options={ON_IT}
          value={value.place}
          onChange={(place) => {
            const at = pointInWords(open.job, panel, faceOf(zone), zone, place);
            if (at) onChange({ ...value, place, at });
          }}
        />
      )}
      <Field
        label="In words"
        value={value.words}
        onChange={(words) => onChange({ ...value, words })}
        hint="Such as front edge, above the handle"
      />
      <ChoiceGroup
        label="It was"
        options={entriesOf(READ_SURFACE).map(([v, label]) => ({ value: v, label }))}
        value={value.surface}
        onChange={(surface) => onChange({ ...value, surface })}
      />
      {value.surface !== 'polished' && (
        <Notice tone="window">
          A dull or wet face reads darker or lighter than the paint is. Wash and polish a patch beside the repair first.
        </Notice>
      )}
    </>
  );
}

/** As a reading says it: in words, and on the drawing where it was said. */
export const whereOf = (w: Where) => {
  const words = [w.place && PLACES[w.place].name.toLowerCase(), w.words.trim()].filter(Boolean).join(', ');
  return { ...(words && { where: words }), ...(w.at && { at: w.at }), surface: w.surface };
};
