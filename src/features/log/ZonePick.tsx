import { useState } from 'react';
import { View } from 'react-native';
import { zoneLabel, zonesOf } from '@/core';
import type { OpenJob } from '@/data';
import { Choices, Quiet } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

interface Props {
  jobs: OpenJob[];
  open: OpenJob;
  zones: string[];
  onJob(id: string): void;
  onZones(ids: string[]): void;
  problem?: string;
}

/** The picked zones as one line; all panels of the job on asking. */
export function ZonePick({ jobs, open, zones, onJob, onZones, problem }: Props) {
  const [all, setAll] = useState(zones.length === 0);
  const toggle = (id: string) => onZones(zones.includes(id) ? zones.filter((z) => z !== id) : [...zones, id]);
  return (
    <View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3) }}>
        <View style={{ flexShrink: 1 }}>
          <T kind="strong">
            {zones.length === 0 ? 'On no zone yet' : `On ${zones.map((z) => zoneLabel(open.job, z)).join('; ')}`}
          </T>
        </View>
        {!all && <Quiet label="Other zones" onPress={() => setAll(true)} />}
      </View>
      {problem !== undefined && (
        <View role="alert">
          <T kind="small" tone="stop">
            {problem}
          </T>
        </View>
      )}
      {all && (
        <>
          {jobs.length > 1 && (
            <Choices
              label="Job"
              options={jobs.map((j) => ({ value: j.job.id, label: j.job.name }))}
              value={open.job.id}
              onChange={onJob}
            />
          )}
          {open.job.panels.map((p) => (
            <Choices
              key={p.id}
              label={p.name}
              many
              options={zonesOf(open.job, p.id).map((z) => ({ value: z.id, label: z.name }))}
              value={zones}
              onChange={toggle}
            />
          ))}
          <Quiet label="That is all" icon="check" onPress={() => setAll(false)} />
        </>
      )}
    </View>
  );
}
