import { View } from 'react-native';
import { formatQuantity, zoneLabel, type Message, type Statuses } from '@/core';
import type { OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { TextButton } from '@/ui/TextButton';
import { ZoneChoices } from '@/ui/ZoneChoices';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

interface Props {
  jobs: OpenJob[];
  open: OpenJob;
  statuses: Statuses;
  now: number;
  zoneIds: string[];
  picking: boolean;
  onPicking(on: boolean): void;
  onJob(id: string): void;
  onZones(ids: string[]): void;
  problem?: Message;
}

/** The zones that the cup is for. */
export function ZoneSum({ jobs, open, statuses, now, zoneIds, picking, onPicking, onJob, onZones, problem }: Props) {
  const { units } = useAppTheme();
  const names = zoneIds.map((z) => zoneLabel(open.job, z)).join('; ');
  return (
    <View>
      {!picking && (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3) }}>
          <View style={{ flexShrink: 1 }}>
            <Text>{names || 'No zone picked'}</Text>
          </View>
          <TextButton label="Change zones" onPress={() => onPicking(true)} />
        </View>
      )}
      {problem !== undefined && (
        <Text kind="small" tone="stop">
          {problem}
        </Text>
      )}
      {picking && (
        <>
          <ZoneChoices
            jobs={jobs.map((j) => j.job)}
            job={open.job}
            state={open.state}
            statuses={statuses}
            now={now}
            zoneIds={zoneIds}
            onJob={onJob}
            onZones={onZones}
            label={(z) => `${z.name} ${formatQuantity('area', z.areaCm2, units)}`}
          />
        </>
      )}
    </View>
  );
}
