import {
  CLOSING_NOTICE_MS,
  HOUR_MS,
  spotStatuses,
  zonesOf,
  type Moment,
  type Panel,
  type Statuses,
  type Zone,
  type ZoneStatus,
} from '@/core';
import type { CalendarMoment } from '@/core/formats/ical';
import type { OpenJob } from '@/data';
import { momentWords } from '@/ui/words';

/** Zones of one panel whose moments lie this near are told as one, ms. */
const SAME_MS = 60_000;
/** A window that closes is called out two hours before, so that there is time to mix, and once more, ms before. */
const WARN_MS = [2 * HOUR_MS, CLOSING_NOTICE_MS];

interface Told {
  moment: Moment;
  zones: Zone[];
  words: string;
  label: string;
}

/**
 * Everything that the job's clocks bring, for a calendar: one entry for a panel and a moment, whatever the number of its zones.
 * @param reference the temperature at which data sheet times hold, in the user's units
 */
export function momentsOf({ job }: OpenJob, statuses: Statuses, reference: string): CalendarMoment[] {
  return job.panels.flatMap((panel) => {
    const zones = zonesOf(job, panel.id);
    return toldOf(zones, statuses).map(({ moment: m, zones: on, words, label }) => ({
      // By the first zone: another one that joins it later does not make another entry.
      uid: `${job.id}/${on[0]?.id ?? panel.id}/${m.layerId}/${m.stage}/${m.kind}@stratocoat`,
      atMs: m.atMs,
      title: `${nameOf(panel, on, zones)}: ${words}`,
      about: `${job.name}. ${label}. An estimate from the air that was read and its forecast; data sheet times hold at ${reference}. The data sheet decides.`,
      ...(m.kind === 'closes' && { warnMs: WARN_MS }),
    }));
  });
}

function toldOf(zones: readonly Zone[], statuses: Statuses): Told[] {
  const told: Told[] = [];
  const tell = (zone: Zone, { top, moments }: ZoneStatus, where = '') => {
    if (!top) return;
    for (const moment of moments) {
      const words = `${where}${momentWords(moment, top.family)}`;
      const same = told.find(
        (t) =>
          t.words === words &&
          t.moment.kind === moment.kind &&
          t.label === top.label &&
          Math.abs(t.moment.atMs - moment.atMs) < SAME_MS,
      );
      if (!same) told.push({ moment, zones: [zone], words, label: top.label });
      else if (!same.zones.includes(zone)) same.zones.push(zone);
    }
  };
  for (const zone of zones) {
    const field = statuses.get(zone.id);
    if (!field) continue;
    tell(zone, field);
    // What lies on the field and on its spots is said of the field.
    for (const spot of spotStatuses(field)) if (spot.top?.id !== field.top?.id) tell(zone, spot, 'spots: ');
  }
  return told;
}

/** 'Left door, lower and edges'; only the panel's name when all of it is meant. */
const nameOf = (panel: Panel, on: readonly Zone[], all: readonly Zone[]): string =>
  on.length === all.length ? panel.name : `${panel.name}, ${on.map((z) => z.name.toLowerCase()).join(' and ')}`;
