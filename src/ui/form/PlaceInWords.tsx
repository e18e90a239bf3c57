import { useState } from 'react';
import type { Face, Job, Panel, Point } from '@/core';
import { keysOf } from '@/core/keysOf';
import { PLACES, pointInWords, zonesOnFace } from '@/core/outline';
import { ChoiceGroup } from '../ChoiceGroup';
import { Stack } from '../layout';
import { Notice } from '../Notice';
import { TextButton } from '../TextButton';

const OPTIONS = keysOf(PLACES).map((value) => ({ value, label: PLACES[value].name }));

/** Says where something is without pointing at it: the zone, and where on it. */
export function PlaceInWords({
  job,
  panel,
  face,
  onPlace,
}: {
  job: Job;
  panel: Panel;
  face: Face;
  onPlace(at: Point): void;
}) {
  const zones = zonesOnFace(job, panel.id, face);
  const [asked, setAsked] = useState(false);
  const [zoneId, setZoneId] = useState(zones[0]?.id);
  const [hidden, setHidden] = useState(false);
  const zone = zones.find((z) => z.id === zoneId);
  if (!zone) return null;
  if (!asked) return <TextButton label="Say where it is in words" onPress={() => setAsked(true)} />;
  return (
    <Stack top={2}>
      {zones.length > 1 && (
        <ChoiceGroup
          label="On which zone"
          options={zones.map((z) => ({ value: z.id, label: z.name }))}
          value={zone.id}
          onChange={setZoneId}
        />
      )}
      <ChoiceGroup
        label="Where on it"
        options={OPTIONS}
        value={undefined}
        onChange={(place) => {
          const at = pointInWords(job, panel, face, zone, place);
          setHidden(!at);
          if (at) onPlace(at);
        }}
      />
      {hidden && <Notice tone="stop">Nothing of that zone shows on the drawing.</Notice>}
    </Stack>
  );
}
