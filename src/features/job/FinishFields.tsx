import {
  coloursOf,
  FINISH_SYSTEMS,
  FINISHES,
  finishOf,
  QUALITY_LEVELS,
  SHEEN_NAMES,
  SHEENS,
  upperFirst,
  type AgreedFinish,
  type Job,
  type Zone,
  without,
  colourId,
} from '@/core';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { MonthsChoice } from '@/ui/MonthsChoice';

const OF_JOB = 'job';

/** What one zone ends with, where that is not the job's: system, sheen, level and colour. */
export function FinishFields({
  job,
  zone,
  value,
  now,
  onChange,
}: {
  job: Job;
  zone: Zone;
  value: AgreedFinish;
  /** ms. */
  now: number;
  onChange(v: AgreedFinish): void;
}) {
  const usual = finishOf({ ...job, zones: [] }, undefined);
  const set = <K extends keyof AgreedFinish>(key: K, to: AgreedFinish[K] | undefined) => {
    onChange({ ...without(value, key), ...(to !== undefined && { [key]: to }) });
  };
  const system = value.system ?? usual.system;
  const colours = coloursOf(job);
  return (
    <Stack bottom={2}>
      <ChoiceGroup
        label={`${zone.name} ends with`}
        options={[
          { value: OF_JOB, label: `As the job: ${FINISHES[usual.system].name.toLowerCase()}` },
          ...FINISH_SYSTEMS.map((s) => ({ value: s, label: FINISHES[s].name })),
        ]}
        value={value.system ?? OF_JOB}
        onChange={(v) => set('system', v === OF_JOB ? undefined : v)}
      />
      {FINISHES[system].sheen && (
        <ChoiceGroup
          label={`Sheen of ${zone.name.toLowerCase()}`}
          options={[
            { value: OF_JOB, label: `As the job: ${SHEEN_NAMES[usual.sheen].toLowerCase()}` },
            ...SHEENS.map((s) => ({ value: s, label: SHEEN_NAMES[s] })),
          ]}
          value={value.sheen ?? OF_JOB}
          onChange={(v) => set('sheen', v === OF_JOB ? undefined : v)}
        />
      )}
      {FINISHES[system].temporary && (
        <MonthsChoice
          label={`${zone.name} has to last`}
          untilMs={value.untilMs ?? usual.untilMs}
          now={now}
          onChange={(v) => set('untilMs', v)}
        />
      )}
      <ChoiceGroup
        label={`Level of ${zone.name.toLowerCase()}`}
        options={[
          { value: OF_JOB, label: `As the job${usual.level ? `: ${usual.level}` : ''}` },
          ...QUALITY_LEVELS.map((l) => ({ value: l, label: upperFirst(l) })),
        ]}
        value={value.level ?? OF_JOB}
        onChange={(v) => set('level', v === OF_JOB ? undefined : v)}
      />
      {colours.length > 1 && (
        <ChoiceGroup
          label={`Colour of ${zone.name.toLowerCase()}`}
          options={[
            { value: OF_JOB, label: 'As the job' },
            ...colours.map((c) => ({ value: colourId(c), label: c.name })),
          ]}
          value={value.colour ? colourId(value.colour) : OF_JOB}
          onChange={(v) =>
            set(
              'colour',
              colours.find((c) => colourId(c) === v),
            )
          }
        />
      )}
    </Stack>
  );
}
