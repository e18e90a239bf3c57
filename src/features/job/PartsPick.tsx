import { useMemo } from 'react';
import { FLOOR_ROW_NAMES } from '@/core';
import { BODIES, partOutline, ZONE_SPLITS, type BodyKind, type BodyPart, type ZoneSplit } from '@/core/bodies';
import { keysOf } from '@/core/keysOf';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Floor } from '@/ui/floor/Floor';
import { PickFrom } from '@/ui/PickFrom';
import { BEGINS, type Begin } from './begin';

/** Which parts of which body are laid out, how they are divided, and what is on them. */
export interface PartsChoice {
  body: BodyKind | undefined;
  /** By name. */
  parts: readonly string[];
  split: ZoneSplit;
  begin: Begin;
}
export const NO_PARTS: PartsChoice = { body: undefined, parts: [], split: 'whole', begin: 'old' };

/** The parts that were picked, in the order of the body. */
export const pickedParts = ({ body, parts }: PartsChoice): BodyPart[] =>
  body ? BODIES[body].parts.filter((p) => parts.includes(p.name)) : [];

/** What comes in most. */
const LIKELY: readonly BodyKind[] = ['smallHatch', 'saloon', 'estate', 'van', 'motorcycle', 'singleParts'];

/** Pick a body, touch the parts that the job is about. */
export function PartsPick({
  value,
  left,
  onChange,
}: {
  value: PartsChoice;
  /** The parts that may still be laid out; all of the body where it is absent. */
  left?: readonly BodyPart[];
  onChange(v: PartsChoice): void;
}) {
  const { body, parts, split, begin } = value;
  const rows = useMemo(() => {
    const all: readonly BodyPart[] = left ?? (body ? BODIES[body].parts : []);
    return FLOOR_ROW_NAMES.flatMap((row) => {
      const items = all.flatMap((p) =>
        p.row === row
          ? [{ key: p.name, name: p.name, faces: [{ outline: partOutline(p), zones: [], faults: [] }] }]
          : [],
      );
      return items.length > 0 ? [{ row, items }] : [];
    });
  }, [body, left]);
  const toggle = (name: string) =>
    onChange({ ...value, parts: parts.includes(name) ? parts.filter((p) => p !== name) : [...parts, name] });
  return (
    <>
      <PickFrom
        label="What is it"
        options={keysOf(BODIES).map((b) => ({ value: b, label: BODIES[b].name }))}
        likely={LIKELY}
        value={body}
        onChange={(b) => onChange({ ...value, body: b === body ? undefined : b, parts: [] })}
      />
      {rows.length > 0 && <Floor rows={rows} picked={new Map(parts.map((p) => [p, 'all' as const]))} onPick={toggle} />}
      {parts.length > 0 && (
        <>
          <ChoiceGroup
            label="Zones of each"
            options={keysOf(ZONE_SPLITS).map((s) => ({ value: s, label: ZONE_SPLITS[s].name }))}
            value={split}
            onChange={(s) => onChange({ ...value, split: s })}
          />
          <ChoiceGroup
            label="What is on them"
            options={BEGINS}
            value={begin}
            onChange={(b) => onChange({ ...value, begin: b })}
          />
        </>
      )}
    </>
  );
}
