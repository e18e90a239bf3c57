import { PHOTO_SIDES, type PhotoSide } from '@/core/log/photos';
import { ChoiceGroup } from '@/ui/ChoiceGroup';

/** Before the work, after it, or in between. */
export function SideChoice({
  label,
  value,
  onChange,
}: {
  label: string;
  value: PhotoSide | undefined;
  onChange(side: PhotoSide | undefined): void;
}) {
  return (
    <ChoiceGroup
      label={label}
      value={value ?? 'none'}
      onChange={(v) => onChange(v === 'none' ? undefined : v)}
      options={[
        { value: 'none', label: 'In between' },
        { value: 'before', label: `${PHOTO_SIDES.before} the work` },
        { value: 'after', label: `${PHOTO_SIDES.after} it` },
      ]}
    />
  );
}
