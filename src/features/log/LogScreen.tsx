import { useEffect, useState } from 'react';
import { GRITS, lastZones, LOGGABLE, MEDIA_IDS, TREATMENTS } from '@/core';
import { lastWritten, loadFormats, useJobs, type OpenJob } from '@/data';
import { EmptyPage } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { LogSheet } from './LogSheet';
import { entryOf, type SheetStart } from './start';

/** The sheet stands, and nobody has tapped yet, ms. */
const CHECKS_AFTER_MS = 600;

/** A link to the sheet, as text. */
interface Props {
  jobId?: string;
  zoneIds?: string[];
  kind?: string;
  productId?: string;
  /** Id of an entry that this one takes the place of. */
  replaces?: string;
  /** Id of a marked fault that is dealt with here. */
  faultId?: string;
  /** What a repair was worked out as. */
  treatment?: string;
  /** What it was blasted with, and the pressure that was held, bar. */
  media?: string;
  bar?: string;
  /** The paper that it was sanded with. */
  grit?: string;
  /** Thickness of a skim that was planned, µm, and its hardener as a share. */
  film?: string;
  hardener?: string;
  /** Spots that it is done on alone. */
  on?: string;
}

/** A figure of an address: what is none there, or out of all reason, is left to the sheet. */
const figureIn = (text: string | undefined, most: number): number | undefined => {
  const v = text === undefined ? NaN : Number(text);
  return v > 0 && v <= most ? v : undefined;
};

/** One sheet for everything that can be logged by hand, filled with what most likely just happened. */
export function LogScreen(props: Props) {
  // What checks an entry is there before somebody saves one: on a slow phone it takes as long to load as the rest of a save.
  useEffect(() => {
    const later = setTimeout(() => void loadFormats().catch(() => undefined), CHECKS_AFTER_MS);
    return () => clearTimeout(later);
  }, []);
  const { jobs, loading } = useJobs();
  if (loading) return <Page>{null}</Page>;
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const open = withZones.find((j) => j.job.id === props.jobId) ?? lastWritten(withZones);
  if (!open)
    return (
      <EmptyPage
        title="Nothing to log on"
        text="Start a job and give it a panel first. Then what you do goes on that panel."
      />
    );
  return <Picked jobs={withZones} first={open} {...props} />;
}

/** Which job and which zones; the sheet itself begins anew with another first zone. */
function Picked({ jobs, first, zoneIds, ...link }: Props & { jobs: OpenJob[]; first: OpenJob }) {
  const [jobId, setJobId] = useState(first.job.id);
  const [start] = useState<SheetStart>(() => {
    const old = entryOf(first, link.replaces);
    return {
      old,
      kind: LOGGABLE.find((k) => k === (old?.kind ?? link.kind)),
      productId: link.productId,
      faultId: link.faultId,
      treatment: TREATMENTS.find((t) => t === link.treatment),
      media: MEDIA_IDS.find((m) => m === link.media),
      barG: link.bar === undefined ? undefined : Number(link.bar),
      grit: GRITS.find((g) => g === Number(link.grit)),
      filmUm: figureIn(link.film, 20_000),
      hardenerFraction: figureIn(link.hardener, 0.1),
      on: link.on,
    };
  });
  const [zones, setZones] = useState<string[]>(() => {
    if (start.old) return start.old.zoneIds;
    const known = zoneIds?.filter((z) => first.job.zones.some((x) => x.id === z)) ?? [];
    return known.length > 0 ? known : lastZones(first.job, first.state);
  });
  // A different first zone stands elsewhere in the work, so the suggestion starts anew; leaving one out changes nothing else.
  const [suggestedFor, setSuggestedFor] = useState(zones[0]);
  const pick = (ids: string[]) => {
    setZones(ids);
    setSuggestedFor(ids[0]);
  };
  const open = jobs.find((j) => j.job.id === jobId) ?? first;
  return (
    <LogSheet
      key={`${jobId}/${suggestedFor}`}
      jobs={jobs}
      open={open}
      zones={zones}
      start={start}
      onJob={(id) => {
        const next = jobs.find((j) => j.job.id === id);
        setJobId(id);
        if (next) pick(lastZones(next.job, next.state));
      }}
      onZones={pick}
      onLeaveOut={(ids) => setZones(zones.filter((z) => !ids.includes(z)))}
    />
  );
}
