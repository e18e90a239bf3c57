export * from './actions';
export * from './alarms';
export * from './backup';
export {
  NeedsReason,
  NotLogged,
  useFaultAgreement,
  useLogCommand,
  type Entry,
  type EntryOf,
  type LogCommand,
  type Logged,
} from './logEntry';
export * from './bench';
export { benchAddress } from './benchAddress';
export * from './boundary';
export * from './climate';
export * from './clock';

export * from './DataProvider';
export * from './files';
export * from './formDraft';
export * from './headList';
export * from './id';
export * from './jobs';
export * from './keeping';
export * from './openJob';
export * from './schools';
export * from './shop';
export * from './status';
export * from './toDos';
export type { JobPreview, ShopParts, ShopPreview } from './exchange';
export * from './workClocks';
export { type Mode } from './mode';
export { DEFAULT_SETTINGS, type Settings } from './records';
export { STORAGE_WORDS, StorageProblem } from './storage';
