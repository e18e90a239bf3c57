import { useEffect, useState } from 'react';
import type { Unfit } from '@/core/advice';
import type { JobFile } from '@/core/formats/jobFile';
import { afterPaint } from './clock';
import { useAdvice, useLibrary } from './jobs';
import { libraryOf } from './library';
import { openLoaded, type OpenJob } from './openJob';
import { useSettings } from './shop';
import { benchOf, useAirSource } from './status';

/** A job file as it would stand here, and what in it the house's rules would have stopped. */
export interface FileJudgement {
  open: OpenJob;
  against: readonly Unfit[];
}

/** Judges a job file before it is put in; undefined while that is worked out. */
export function useFileJudgement(file: JobFile): FileJudgement | undefined {
  const advice = useAdvice();
  const settings = useSettings();
  const air = useAirSource();
  const { all } = useLibrary();
  const [judged, setJudged] = useState<{ file: JobFile; judgement: FileJudgement }>();
  const done = judged?.file === file;
  useEffect(() => {
    if (done || !advice || !settings || !air) return;
    let here = true;
    // The file is named first: judging hundreds of entries takes a moment.
    void afterPaint().then(() => {
      if (!here) return;
      const own = all.filter((p) => p.basis === 'sheet');
      const { lookup } = libraryOf([...own, ...file.products.filter((p) => !own.some((o) => o.id === p.id))]);
      const { job, events } = file;
      const open = openLoaded({ job, events, seq: events.length, no: 0, unreadable: [] }, lookup);
      setJudged({ file, judgement: { open, against: advice.againstRules(benchOf(open, air, settings)) } });
    });
    return () => {
      here = false;
    };
  }, [advice, air, all, done, file, settings]);
  return done ? judged.judgement : undefined;
}
