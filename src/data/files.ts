import type { Result } from '@/core';
import type { CalendarMoment } from '@/core/formats/ical';
import type { FileProblem, JobFile } from '@/core/formats/jobFile';
import type { Product } from '@/core';
import { loadFormats } from './boundary';
import type { OpenJob } from './openJob';

/** Hands a text to the browser as a download. */
export function saveText(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

const slug = (s: string) =>
  s
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'job';

/** Writes the whole job to a file. The writer is loaded when it is asked for. */
export async function exportJob(open: OpenJob, all: readonly Product[], now: number): Promise<void> {
  const { writeJobFile } = await loadFormats();
  const file = writeJobFile(open.job, open.state.events, all, now);
  saveText(
    `${slug(open.job.name)}-${new Date(now).toISOString().slice(0, 10)}.json`,
    JSON.stringify(file, null, 1),
    'application/json',
  );
}

/** Lets the user pick a file. Null if they think better of it. */
export function pickFile(accept: string): Promise<File | null> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.onchange = () => resolve(input.files?.[0] ?? null);
    input.oncancel = () => resolve(null);
    input.click();
  });
}

/** Reads and checks a job file. A file over the limit is refused before it is read. */
export async function readFile(file: File): Promise<Result<JobFile, FileProblem[]>> {
  const { readJobText, MAX_FILE_BYTES } = await loadFormats();
  return readJobText(file.size > MAX_FILE_BYTES ? '' : await file.text(), file.size);
}

/** Writes moments of a job's clocks to a calendar file. Throws with a sentence where there are none. */
export async function exportCalendar(open: OpenJob, moments: readonly CalendarMoment[], now: number): Promise<void> {
  const { writeCalendar } = await loadFormats();
  const r = writeCalendar(moments, open.job.name, now);
  if (!r.ok) throw new Error(r.error);
  saveText(`${slug(open.job.name)}.ics`, r.value, 'text/calendar');
}
