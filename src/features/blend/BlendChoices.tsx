import { useState } from 'react';
import { View } from 'react-native';
import type { Panel } from '@/core';
import { BLEND_SIDES, SPOT_WAYS } from '@/core/colour';
import type { OpenJob } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Disclosure } from '@/ui/Disclosure';
import { Field, Fields, Measure } from '@/ui/Field';
import { Notice } from '@/ui/Notice';
import { Text } from '@/ui/Text';
import { BesideIt } from './BlendParts';
import { SIDES } from './repairs';
import { TAPPED, type Blend } from './useBlend';

const ENDS = [
  { value: 'edge', label: 'At the edge' },
  { value: 'line', label: 'At a body line' },
  { value: 'melt', label: 'Melted in' },
] as const;
const AXES = [
  { value: 'y', label: 'Level' },
  { value: 'x', label: 'Upright' },
] as const;
const LOOKS_ALONG = [
  { value: 'yes', label: 'Yes: bonnet, roof' },
  { value: 'no', label: 'No: a side' },
] as const;

/** What decides a blend: what is painted, how far its colour is off, where clear ends, what lies beside it. */
export function BlendChoices({ open, panel, blend }: { open: OpenJob; panel: Panel; blend: Blend }) {
  const { choices, choose, problems, repairs, best, spotAnswer } = blend;
  const { ends, axis, next } = choices;
  const [isBeside, setBeside] = useState(false);
  return (
    <>
      <ChoiceGroup
        label="What is painted"
        options={[...repairs.map((r) => ({ value: r.id, label: r.name })), { value: TAPPED, label: 'A spot: tap it' }]}
        value={choices.repairId}
        onChange={(repairId) => choose({ repairId })}
      />
      <Fields>
        {choices.repairId === TAPPED && (
          <Measure
            label="Across"
            quantity="length"
            value={choices.across}
            onChange={(across) => choose({ across })}
            {...(problems.across !== undefined && { problem: problems.across })}
          />
        )}
        <Field
          label="Difference"
          value={choices.de}
          onChange={(de) => choose({ de })}
          numeric
          {...(problems.de !== undefined && { problem: problems.de })}
          hint={best ? 'What four in five looks stay under' : 'A guess'}
        />
        <Measure
          label="Length, if your own"
          quantity="length"
          value={choices.length}
          onChange={(length) => choose({ length })}
          {...(problems.length !== undefined && { problem: problems.length })}
        />
      </Fields>
      {spotAnswer && (
        <Notice tone="muted" testID="spot-way">
          <Text kind="strong">{SPOT_WAYS[spotAnswer.way]}</Text>
          <Text kind="small">{spotAnswer.why}</Text>
          {spotAnswer.not.map((n) => (
            <Text key={n.way} kind="small" tone="muted">
              {n.why}
            </Text>
          ))}
        </Notice>
      )}
      <ChoiceGroup label="Clear ends" options={ENDS} value={ends} onChange={(to) => choose({ ends: to })} />
      {ends === 'line' && (
        <>
          <ChoiceGroup label="The line is" options={AXES} value={axis} onChange={(to) => choose({ axis: to })} />
          <Measure
            label={axis === 'y' ? 'From the top' : 'From the left'}
            quantity="length"
            value={choices.line}
            onChange={(line) => choose({ line })}
            {...(problems.line !== undefined && { problem: problems.line })}
          />
        </>
      )}
      <ChoiceGroup
        label="The eye looks along it"
        options={LOOKS_ALONG}
        value={choices.looksAlong}
        onChange={(looksAlong) => choose({ looksAlong })}
      />
      <Disclosure
        open={isBeside}
        onToggle={() => setBeside(!isBeside)}
        head={
          <View>
            <Text kind="strong">What is beside it</Text>
            <Text kind="small" tone="muted">
              {SIDES.flatMap((s) =>
                next[s] ? [`${BLEND_SIDES[s].toLowerCase()}: ${next[s].name.toLowerCase()}`] : [],
              ).join(', ') || 'Nothing that is seen with it'}
            </Text>
          </View>
        }
      >
        <BesideIt open={open} panel={panel} next={next} onChange={(to) => choose({ next: to })} />
      </Disclosure>
    </>
  );
}
