import { View } from 'react-native';
import { showText, zoneLabel, zonesOf } from '@/core';
import type { OpenJob } from '@/data';
import { useLook } from '@/ui/look';
import { Choices, Quiet } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

interface Props {
  jobs: OpenJob[];
  open: OpenJob;
  zoneIds: string[];
  picking: boolean;
  onPicking(on: boolean): void;
  onJob(id: string): void;
  onZones(ids: string[]): void;
  problem?: string;
}

/** The zones that the cup is for. */
export function ZoneSum({ jobs, open, zoneIds, picking, onPicking, onJob, onZones, problem }: Props) {
  const { units } = useLook();
  const toggle = (id: string) => onZones(zoneIds.includes(id) ? zoneIds.filter((z) => z !== id) : [...zoneIds, id]);
  const names = zoneIds.map((z) => zoneLabel(open.job, z)).join('; ');
  return (
    <View>
      {!picking && (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3) }}>
          <View style={{ flexShrink: 1 }}>
            <T>{names || 'No zone picked'}</T>
          </View>
          <Quiet label="Change zones" onPress={() => onPicking(true)} />
        </View>
      )}
      {problem !== undefined && (
        <T kind="small" tone="stop">
          {problem}
        </T>
      )}
      {picking && (
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
              options={zonesOf(open.job, p.id).map((z) => ({
                value: z.id,
                label: `${z.name} ${showText('area', z.areaCm2, units)}`,
              }))}
              value={zoneIds}
              onChange={toggle}
            />
          ))}
        </>
      )}
    </View>
  );
}
