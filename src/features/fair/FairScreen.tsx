import { useState } from 'react';
import { zonesOf } from '@/core';
import { withoutCards } from '@/core/log/job';
import { useJobOrLast } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { Fair } from './Fair';

/** Where a panel is low, how much filler makes it fair, and how it is spread and sanded. */
export function FairScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { open, loading } = useJobOrLast(jobId);
  const [picked, setPicked] = useState(panelId);
  if (loading) return <Page>{null}</Page>;
  const panels = open ? withoutCards(open.job).panels.filter((p) => zonesOf(open.job, p.id).length > 0) : [];
  const panel = panels.find((p) => p.id === picked) ?? panels[0];
  if (!open || !panel)
    return <EmptyPage title="No panel yet" text="Start a job and give it a panel. Then its lows can be measured." />;
  return (
    <Fair
      key={`${open.job.id}/${panel.id}`}
      open={open}
      panel={panel}
      choice={
        panelId === undefined && (
          <ChoiceGroup
            label="Panel"
            options={panels.map((p) => ({ value: p.id, label: p.name }))}
            value={panel.id}
            onChange={setPicked}
          />
        )
      }
    />
  );
}
