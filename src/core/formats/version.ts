import { Refusal } from '../result';

/** Versions of records and files that this app knows. A new one joins the list, and {@link FORMAT_VERSION} becomes it. */
export type FormatVersion = 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9 | 10 | 11 | 12 | 13 | 14 | 15 | 16 | 17;
/** The version of every record and file that is written now. */
export const FORMAT_VERSION = 17 satisfies FormatVersion;
/** Versions that have a step to the next one. */
export type OlderVersion = Exclude<FormatVersion, typeof FORMAT_VERSION>;

/** It was written by a newer app: it is left as it is, and nothing is guessed. */
export class NewerFormat extends Refusal {
  constructor(what: string, version: number) {
    super(
      `${what} was written by a newer Stratocoat (version ${version}; this one reads up to ${FORMAT_VERSION}). Load the page again to get the new app. Nothing was changed.`,
    );
    this.name = 'NewerFormat';
  }
}
