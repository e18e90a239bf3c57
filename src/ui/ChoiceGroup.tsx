import { useRef } from 'react';
import { StyleSheet, View, type ViewStyle } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import type { Message } from '@/core';
import { useAppTheme, useFormatMessage } from './appTheme';
import { stepOf, useArrowKeys } from './arrowKeys';
import { Text } from './Text';
import { gap, TARGET } from './theme';

export interface Choice<V extends string> {
  value: V;
  label: Message;
}

interface ChoiceGroupProps<V extends string> {
  label: string;
  options: readonly Choice<V>[];
  /** One value, or several with `many`; undefined while nothing is picked. */
  value: V | readonly V[] | undefined;
  onChange(value: V): void;
  many?: boolean;
  hideLabel?: boolean;
}

/**
 * A few things to pick from, side by side, wrapping. One of them is a stop of the Tab key and the arrows go through the rest, as in every
 * group of radios; with `many` each is a stop of its own, as boxes are.
 */
export function ChoiceGroup<V extends string>({
  label,
  options,
  value,
  onChange,
  many,
  hideLabel,
}: ChoiceGroupProps<V>) {
  const { palette } = useAppTheme();
  const say = useFormatMessage();
  const boxes = useRef<(View | null)[]>([]);
  const isOn = (v: V) => (typeof value === 'object' ? value.includes(v) : value === v);
  const picked = options.findIndex((o) => isOn(o.value));
  const stop = picked < 0 ? 0 : picked;
  const onKey = useArrowKeys((key, at) => {
    const next = stepOf(key, at, options.length);
    const to = next === undefined ? undefined : options[next];
    if (next === undefined || !to) return false;
    boxes.current[next]?.focus();
    onChange(to.value);
    return true;
  });
  return (
    <View style={{ marginTop: gap(hideLabel ? 0 : 3) }}>
      {!hideLabel && (
        <Text kind="small" tone="muted">
          {label}
        </Text>
      )}
      <View
        role={many ? 'group' : 'radiogroup'}
        aria-label={label}
        style={[styles.choices, !hideLabel && { marginTop: gap(1) }]}
      >
        {options.map((o, i) => {
          const on = isOn(o.value);
          return (
            <TouchableRipple
              key={o.value}
              ref={(v: View | null) => {
                boxes.current[i] = v;
              }}
              onPress={() => onChange(o.value)}
              role={many ? 'checkbox' : 'radio'}
              aria-checked={on}
              aria-label={say(o.label)}
              tabIndex={many || i === stop ? 0 : -1}
              {...(!many && onKey(i))}
              style={[
                styles.choice,
                { borderColor: on ? palette.ink : palette.muted },
                on && { backgroundColor: palette.ink },
              ]}
            >
              <Text kind="strong" tone={on ? 'paper' : 'ink'} style={styles.centred}>
                {o.label}
              </Text>
            </TouchableRipple>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  choices: { flexDirection: 'row', flexWrap: 'wrap', gap: gap(2) },
  choice: {
    minHeight: TARGET,
    minWidth: TARGET,
    maxWidth: '100%',
    paddingHorizontal: gap(3),
    paddingVertical: gap(2),
    borderRadius: 6,
    borderWidth: 1.5,
    alignItems: 'center',
    justifyContent: 'center',
    // Paper fades the ground in, under a text that has changed already.
    transition: 'none',
  } as ViewStyle,
  centred: { textAlign: 'center' },
});
