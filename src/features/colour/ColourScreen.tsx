import { colourId } from '@/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { coloursSeen } from '@/core/colour';
import { useJobOrLast } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { pageHref } from '@/ui/pages';
import { ColourView } from './ColourView';

/** Whether a colour passes beside the car: which job's, and which of its colours. */
export function ColourScreen({ jobId, asked }: { jobId: string | undefined; asked: string | undefined }) {
  const { open, loading } = useJobOrLast(jobId);
  const router = useRouter();
  const [picked, setPicked] = useState(asked);
  if (loading) return <Page>{null}</Page>;
  const colours = open ? coloursSeen(open.job, open.state) : [];
  const colour = colours.find((c) => colourId(c) === picked) ?? colours[0];
  if (!open || !colour)
    return (
      <EmptyPage
        title="No colour yet"
        text="Give the job its colour. Then cards can be sprayed of it and held against the car."
        act={
          <ActionButton
            label={open ? 'Give it a colour' : 'Start a job'}
            strong
            onPress={() => router.navigate(pageHref('/job/[jobId]/change', { jobId: open?.job.id ?? 'new' }))}
          />
        }
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
