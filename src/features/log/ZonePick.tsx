import { useState } from 'react';
import { View } from 'react-native';
import { zoneLabel, type Message } from '@/core';
import type { OpenJob } from '@/data';
import { TextButton } from '@/ui/TextButton';
import { ZoneChoices } from '@/ui/ZoneChoices';
import { Notice } from '@/ui/Notice';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

interface Props {
  jobs: OpenJob[];
  open: OpenJob;
  zones: string[];
  onJob(id: string): void;
  onZones(ids: string[]): void;
  problem?: Message;
}

/** The picked zones as one line; all panels of the job on asking. */
export function ZonePick({ jobs, open, zones, onJob, onZones, problem }: Props) {
  const [all, setAll] = useState(zones.length === 0);
  return (
    <View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3) }}>
        <View style={{ flexShrink: 1 }}>
          <T kind="strong">
            {zones.length === 0 ? 'On no zone yet' : `On ${zones.map((z) => zoneLabel(open.job, z)).join('; ')}`}
          </T>
        </View>
        {!all && <TextButton label="Other zones" onPress={() => setAll(true)} />}
      </View>
      {problem !== undefined && <Notice tone="stop">{problem}</Notice>}
      {all && (
        <>
          <ZoneChoices
            jobs={jobs.map((j) => j.job)}
            job={open.job}
            zoneIds={zones}
            onJob={onJob}
            onZones={onZones}
            label={(z) => z.name}
          />
          <TextButton label="That is all" icon="check" onPress={() => setAll(false)} />
        </>
      )}
    </View>
  );
}
