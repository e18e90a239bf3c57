import { useState } from 'react';
import { View } from 'react-native';
import { lastZones, panelOf, zoneLabel, zonesAlike, zonesOf, type Message, type Statuses } from '@/core';
import type { OpenJob } from '@/data';
import { Problem } from '@/ui/Notice';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { ZoneChoices } from '@/ui/ZoneChoices';

interface Props {
  jobs: OpenJob[];
  open: OpenJob;
  statuses: Statuses;
  now: number;
  zones: string[];
  onJob(id: string): void;
  onZones(ids: string[]): void;
  problem?: Message;
}

const sameIds = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((id) => b.includes(id));

/** The picked zones as one line, with what is most often meant instead a tap away; the whole floor on asking. */
export function ZonePick({ jobs, open, statuses, now, zones, onJob, onZones, problem }: Props) {
  const [all, setAll] = useState(zones.length === 0);
  const { job, state } = open;
  const first = zones[0];
  const panel = first === undefined ? undefined : panelOf(job, first);
  const last = lastZones(job, state);
  const alike = zonesAlike(job, state, statuses, first);
  const whole = panel ? zonesOf(job, panel.id).map((z) => z.id) : [];
  // The first zone stays the first: what is suggested was worked out for it.
  const offers = [
    { label: `All ${alike.length} at this stage`, ids: alike },
    { label: panel ? `All of ${panel.name}` : '', ids: whole },
    { label: 'As last time', ids: last },
  ].filter(
    (o, i, those) =>
      o.ids.length > 0 &&
      !sameIds(o.ids, zones) &&
      !(i === 0 && o.ids.length < 2) &&
      those.findIndex((p) => sameIds(p.ids, o.ids)) === i,
  );
  const keepFirst = (ids: string[]) =>
    first !== undefined && ids.includes(first) ? [first, ...ids.filter((id) => id !== first)] : ids;
  return (
    <View>
      <View style={{ flexShrink: 1 }}>
        <Text kind="strong">
          {zones.length === 0 ? 'On no zone yet' : `On ${zones.map((z) => zoneLabel(job, z)).join('; ')}`}
        </Text>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(4) }}>
        {!all && <TextButton label="Other zones" onPress={() => setAll(true)} />}
        {offers.map((o) => (
          <TextButton key={o.label} label={o.label} onPress={() => onZones(keepFirst(o.ids))} />
        ))}
      </View>
      <Problem says={problem} />
      {all && (
        <>
          <ZoneChoices
            jobs={jobs.map((j) => j.job)}
            job={job}
            state={state}
            statuses={statuses}
            now={now}
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
