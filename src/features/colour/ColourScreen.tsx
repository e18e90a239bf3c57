import { colourId } from '@/core';
import { useState } from 'react';
import { coloursSeen } from '@/core/colour';
import { useJobOrLast } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { ColourView } from './ColourView';

/** Whether a colour passes beside the car: which job's, and which of its colours. */
export function ColourScreen({ jobId, asked }: { jobId: string | undefined; asked: string | undefined }) {
  const { open, loading } = useJobOrLast(jobId);
  const [picked, setPicked] = useState(asked);
  if (loading) return <Page>{null}</Page>;
  const colours = open ? coloursSeen(open.job, open.state) : [];
  const colour = colours.find((c) => colourId(c) === picked) ?? colours[0];
  if (!open || !colour)
    return (
      <EmptyPage
        title="No colour yet"
        text="Give the job its colour, under the job. Then cards can be sprayed of it and held against the car."
      />
    );
  return (
    <ColourView
      key={`${open.job.id}/${colourId(colour)}`}
      open={open}
      colour={colour}
      choice={
        colours.length > 1 && (
          <ChoiceGroup
            label="Colour"
            options={colours.map((c) => ({ value: colourId(c), label: c.name }))}
            value={colourId(colour)}
            onChange={setPicked}
          />
        )
      }
    />
  );
}
