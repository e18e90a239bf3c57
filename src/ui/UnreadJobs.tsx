import { NewerFormat } from '@/core/formats/version';
import { Notice } from './Notice';

/** Says which jobs are missing from a view because their records cannot be read. They are left as they are. */
export function UnreadJobs({ failures }: { failures: readonly Error[] }) {
  if (failures.length === 0) return null;
  const newer = failures.find((e) => e instanceof NewerFormat);
  const how = failures.length === 1 ? '1 job cannot be read and is' : `${failures.length} jobs cannot be read and are`;
  return (
    <Notice tone="stop" testID="unread-jobs">
      {`${how} left as stored; the others are shown. ${newer?.message ?? 'Import it again from its last export.'}`}
    </Notice>
  );
}
