import { useState } from 'react';
import { withoutCards } from '@/core/log/job';
import { useJobOrLast } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { BlendView } from './BlendView';

/** Where base stops and clear goes on: of which job and panel. */
export function BlendScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { open, loading } = useJobOrLast(jobId);
  const [picked, setPicked] = useState(panelId);
  if (loading) return <Page>{null}</Page>;
  const panels = open ? withoutCards(open.job).panels.filter((p) => p.map) : [];
  const panel = panels.find((p) => p.id === picked) ?? panels[0];
  if (!open || !panel?.map)
    return (
      <EmptyPage
        title="No panel is drawn yet"
        text="Draw the panel, or lay out the body's parts under the job. Then a blend can be drawn on it."
      />
    );
  return (
    <BlendView
      key={`${open.job.id}/${panel.id}`}
      open={open}
      panel={panel}
      map={panel.map}
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
