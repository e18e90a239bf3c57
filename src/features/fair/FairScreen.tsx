import { useState } from 'react';
import { boundsOf, zonesOf, type Panel } from '@/core';
import { useJobOrLast, type OpenJob } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyState } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { Fair } from './Fair';

/** Where a panel is low, how much filler makes it fair, and how it is spread and sanded. */
export function FairScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { open, loading } = useJobOrLast(jobId);
  const [picked, setPicked] = useState(panelId);
  if (loading) return <Page>{null}</Page>;
  const panels = open?.job.panels.filter((p) => zonesOf(open.job, p.id).length > 0) ?? [];
  const panel = panels.find((p) => p.id === picked) ?? panels[0];
  if (!open || !panel)
    return (
      <Page>
        <EmptyState title="No panel yet" text="Start a job and give it a panel. Then its lows can be measured." />
      </Page>
    );
  return (
    <Fair
      key={`${open.job.id}/${panel.id}`}
      open={open}
      panel={panel}
      size={sizeOf(open, panel)}
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

/** A panel that nobody drew is taken to be a plain sheet, so much longer than high. */
const SHEET = 1.6;

/** How large a panel is, mm: as it is drawn, else as its area says. */
function sizeOf({ job }: OpenJob, panel: Panel): { x0: number; y0: number; width: number; height: number } {
  if (panel.map) {
    const { x, y, width, height } = boundsOf(panel.map.outline);
    return { x0: x, y0: y, width, height };
  }
  const mm2 = zonesOf(job, panel.id).reduce((sum, z) => sum + z.areaCm2, 0) * 100;
  const height = Math.sqrt(mm2 / SHEET);
  return { x0: 0, y0: 0, width: height * SHEET, height };
}
