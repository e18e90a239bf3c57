import { useEffect, useEffectEvent, useState } from 'react';
import { fail, type Result } from '@/core';
import type { FileProblem } from '@/core/formats/jobFile';
import { pickFile } from '@/data';

/** How far a file is on its way in. */
export type FileStep<F> =
  | { at: 'idle' }
  | { at: 'reading'; name: string; share: number }
  | { at: 'refused'; name: string; problems: readonly FileProblem[] }
  /** It was read and checked: what it would do is shown, and somebody says so or leaves it. */
  | { at: 'ready'; found: F }
  | { at: 'working'; says: string }
  | { at: 'failed'; message: string };

/**
 * A file that somebody picks, or that another app shared, read with its progress and a way to stop.
 * @param accept as a file input has it
 */
export function useFileStep<F>(
  accept: string,
  read: (file: File, tell: (share: number) => void) => Promise<Result<F, FileProblem[]>>,
  stop: () => void,
  offered: File | undefined,
) {
  const [step, setStep] = useState<FileStep<F>>({ at: 'idle' });
  const take = async (file: File): Promise<void> => {
    const { name } = file;
    setStep({ at: 'reading', name, share: 0 });
    /** Whoever stopped it needs not hear of it. */
    const stillReading = (next: FileStep<F>) => setStep((s) => (s.at === 'reading' ? next : s));
    const r = await read(file, (share) => stillReading({ at: 'reading', name, share })).catch((e: unknown) =>
      fail([{ path: '', message: e instanceof Error ? e.message : 'The file cannot be read' }]),
    );
    stillReading(r.ok ? { at: 'ready', found: r.value } : { at: 'refused', name, problems: r.error });
  };
  const takeOffered = useEffectEvent((file: File) => void take(file));
  useEffect(() => {
    if (offered) void Promise.resolve(offered).then(takeOffered);
  }, [offered]);
  return {
    step,
    setStep,
    choose: () => void pickFile(accept).then((file) => (file ? take(file) : undefined)),
    stopReading: () => {
      setStep({ at: 'idle' });
      stop();
    },
    leave: () => setStep({ at: 'idle' }),
  };
}
