import { lazy, Suspense, useState } from 'react';
import { View } from 'react-native';
import { ChoiceGroup } from './ChoiceGroup';
import type { Listed } from './listed';
import { TextButton } from './TextButton';

/** So many stand there to tap. */
export const MOST_TO_TAP = 6;

const PickList = lazy(() => import('./PickList'));

/** One of many: what is likely to tap, the rest by its first letters in a list with headings. */
export function PickFrom<V extends string>({
  label,
  options,
  likely,
  value,
  most = MOST_TO_TAP,
  more,
  onChange,
}: {
  label: string;
  options: readonly Listed<V>[];
  /** What comes first, most likely first; absent: the first of the options. */
  likely?: readonly V[];
  value: V | undefined;
  /** So many stand there to tap. */
  most?: number;
  /** What opens the list; absent: 'All 20'. */
  more?: string;
  onChange(v: V): void;
}) {
  const [searching, setSearching] = useState(false);
  const first = likely ? likely.flatMap((v) => options.find((o) => o.value === v) ?? []) : options;
  const short = first.slice(0, most);
  const picked = options.find((o) => o.value === value);
  const shown =
    options.length <= most
      ? options
      : picked && !short.includes(picked)
        ? [picked, ...short.slice(0, most - 1)]
        : short;
  return (
    <View>
      {shown.length > 0 && <ChoiceGroup label={label} options={shown} value={value} onChange={onChange} />}
      {options.length > shown.length && (
        <TextButton
          label={searching ? 'Hide the list' : (more ?? `All ${options.length}`)}
          {...(more === undefined && { of: `: ${label}` })}
          onPress={() => setSearching(!searching)}
        />
      )}
      {searching && (
        <Suspense fallback={null}>
          <PickList
            label={label}
            options={options}
            value={value}
            onPick={(v) => {
              setSearching(false);
              onChange(v as V);
            }}
          />
        </Suspense>
      )}
    </View>
  );
}
