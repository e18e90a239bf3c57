import { Phrase, type Message } from '@/core';
import { type ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Icon, type IconName } from './icons';
import { useLook, useFormatMessage } from './look';
import { T, type Tone } from './T';
import { gap, GLOVE, TARGET } from './theme';

/** A page: scrolls, keeps to a readable width, and leaves its main act at the bottom in reach of a thumb. */
export function Page({
  children,
  foot,
  testID,
  wide,
}: {
  children: ReactNode;
  foot?: ReactNode;
  testID?: string;
  /** Has {@link Halves}, and so room for both on a wide screen. */
  wide?: boolean;
}) {
  const { palette } = useLook();
  return (
    <View style={{ flex: 1, backgroundColor: palette.paper, minWidth: 0 }} testID={testID}>
      <ScrollView
        // A page without a control in it must still scroll from the keyboard.
        tabIndex={0}
        style={{ flex: 1 }}
        contentContainerStyle={{
          padding: gap(4),
          paddingBottom: gap(8),
          width: '100%',
          maxWidth: wide ? 1180 : 720,
          alignSelf: 'center',
        }}
      >
        {children}
      </ScrollView>
      {foot && (
        <View
          style={{
            borderTopWidth: 1,
            borderTopColor: palette.line,
            backgroundColor: palette.paper,
            paddingHorizontal: gap(4),
            paddingVertical: gap(2),
          }}
        >
          <View
            style={{
              width: '100%',
              maxWidth: wide ? 1148 : 688,
              alignSelf: 'center',
              flexDirection: 'row',
              flexWrap: 'wrap',
              gap: gap(2),
            }}
          >
            {foot}
          </View>
        </View>
      )}
    </View>
  );
}

/** Head of a page: where one is, then the answer. */
export function Head({
  over,
  answer,
  tone,
  under,
  right,
}: {
  over?: string;
  answer: Message;
  tone?: Tone;
  under?: ReactNode | Message;
  right?: ReactNode;
}) {
  return (
    <View style={{ marginBottom: gap(3) }}>
      <View
        style={{
          flexDirection: 'row',
          justifyContent: 'space-between',
          gap: gap(2),
          alignItems: 'center',
          flexWrap: 'wrap',
        }}
      >
        {over !== undefined && (
          <View style={{ flexShrink: 1 }}>
            <T tone="muted">{over}</T>
          </View>
        )}
        {right}
      </View>
      <T kind="answer" level={1} tone={tone}>
        {answer}
      </T>
      {typeof under === 'string' || under instanceof Phrase ? (
        <T kind="small" tone="muted">
          {under}
        </T>
      ) : (
        under
      )}
    </View>
  );
}

/** Out of sight it is neither laid out nor painted; the browser knows this property, React Native's types do not. */
const FAR_DOWN = { contentVisibility: 'auto', containIntrinsicSize: 'auto 400px' } as object;

/** A section: a heading over a strong line, and how many there are. */
export function Section({
  title,
  aside,
  far,
  children,
}: {
  title: Message;
  aside?: ReactNode;
  /** Stands below the fold on a phone, and is long. */
  far?: boolean;
  children: ReactNode;
}) {
  const { palette } = useLook();
  const name = useFormatMessage()(title);
  return (
    <View style={[{ marginTop: gap(4) }, far && FAR_DOWN]} role="region" aria-label={name}>
      <View
        style={{
          flexDirection: 'row',
          justifyContent: 'space-between',
          alignItems: 'flex-end',
          borderBottomWidth: 1.5,
          borderBottomColor: palette.ink,
          paddingBottom: gap(1.5),
          gap: gap(2),
        }}
      >
        <View style={{ flexShrink: 1 }}>
          <T kind="section" level={2}>
            {name}
          </T>
        </View>
        {typeof aside === 'string' ? (
          <T kind="small" tone="muted">
            {aside}
          </T>
        ) : (
          aside
        )}
      </View>
      {children}
    </View>
  );
}

/** One line of a list. With `onPress` it is a button or link as big as a thumb needs. */
export function Row({
  children,
  onPress,
  label,
  selected,
  role = 'button',
}: {
  children: ReactNode;
  onPress?: () => void;
  label?: string;
  selected?: boolean;
  role?: 'button' | 'link';
}) {
  const { palette } = useLook();
  const line = { borderBottomColor: palette.line };
  if (!onPress) return <View style={[styles.row, line]}>{children}</View>;
  return (
    <Pressable
      onPress={onPress}
      role={role}
      aria-label={label}
      aria-current={selected}
      style={({ pressed }) => [
        styles.row,
        line,
        (pressed || selected) && { backgroundColor: palette.sunk },
        selected && styles.selected,
      ]}
    >
      {children}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: gap(3),
    paddingVertical: gap(3),
    minHeight: GLOVE,
    borderBottomWidth: 1,
  },
  selected: { marginHorizontal: -gap(2), paddingHorizontal: gap(2) },
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
  },
  centred: { textAlign: 'center' },
});

interface ActProps {
  label: string;
  onPress(): void;
  strong?: boolean;
  grow?: boolean;
  disabled?: boolean;
  tone?: 'do' | 'stop';
  testID?: string;
}

/** A main act: wide, high enough for a glove. `strong` is the one thing to do. */
export function Act({ label, onPress, strong, grow, disabled, tone = 'do', testID }: ActProps) {
  const { palette } = useLook();
  const colour = palette[tone];
  const fg = strong ? palette.onDo : tone === 'stop' ? palette.stop : palette.ink;
  return (
    <Pressable
      testID={testID}
      onPress={onPress}
      disabled={disabled}
      role="button"
      aria-disabled={disabled}
      style={({ pressed }) => ({
        minHeight: GLOVE,
        paddingHorizontal: gap(5),
        paddingVertical: gap(2),
        borderRadius: 10,
        flexGrow: grow ? 1 : 0,
        flexShrink: 1,
        alignItems: 'center',
        justifyContent: 'center',
        borderWidth: 2,
        borderColor: strong ? colour : fg,
        backgroundColor: strong ? colour : pressed ? palette.sunk : 'transparent',
        opacity: disabled ? 0.55 : pressed && strong ? 0.85 : 1,
      })}
    >
      <T kind="button" style={{ color: fg, textAlign: 'center' }}>
        {label}
      </T>
    </Pressable>
  );
}

/** A quiet act in text. */
export function Quiet({
  label,
  of,
  onPress,
  icon,
  tone = 'do',
}: {
  label: string;
  /** What it is about, said aloud where the eye sees it beside it. */
  of?: string;
  onPress(): void;
  icon?: IconName;
  tone?: Tone;
}) {
  const { palette } = useLook();
  return (
    <Pressable
      onPress={onPress}
      role="button"
      {...(of !== undefined && { 'aria-label': `${label} ${of}` })}
      style={({ pressed }) => ({
        minHeight: TARGET,
        minWidth: TARGET,
        maxWidth: '100%',
        flexDirection: 'row',
        alignItems: 'center',
        gap: gap(1.5),
        opacity: pressed ? 0.6 : 1,
        paddingRight: gap(2),
      })}
    >
      {icon && <Icon name={icon} color={palette[tone]} size={20} />}
      <View style={{ flexShrink: 1 }}>
        <T kind="strong" tone={tone}>
          {label}
        </T>
      </View>
    </Pressable>
  );
}

export interface Choice<V extends string> {
  value: V;
  label: Message;
}

interface ChoicesProps<V extends string> {
  label: string;
  options: readonly Choice<V>[];
  /** One value, or several with `many`; undefined while nothing is picked. */
  value: V | readonly V[] | undefined;
  onChange(value: V): void;
  many?: boolean;
  hideLabel?: boolean;
}

/** A few things to pick from, side by side, wrapping. */
export function Choices<V extends string>({ label, options, value, onChange, many, hideLabel }: ChoicesProps<V>) {
  const { palette } = useLook();
  const say = useFormatMessage();
  const on = (v: V) => (typeof value === 'object' ? value.includes(v) : value === v);
  return (
    <View style={{ marginTop: gap(hideLabel ? 0 : 3) }}>
      {!hideLabel && (
        <T kind="small" tone="muted">
          {label}
        </T>
      )}
      <View
        role={many ? 'group' : 'radiogroup'}
        aria-label={label}
        style={[styles.choices, !hideLabel && { marginTop: gap(1) }]}
      >
        {options.map((o) => (
          <Pressable
            key={o.value}
            onPress={() => onChange(o.value)}
            role={many ? 'checkbox' : 'radio'}
            aria-checked={on(o.value)}
            aria-label={say(o.label)}
            style={[
              styles.choice,
              { borderColor: on(o.value) ? palette.ink : palette.muted },
              on(o.value) && { backgroundColor: palette.ink },
            ]}
          >
            <T kind="strong" tone={on(o.value) ? 'paper' : 'ink'} style={styles.centred}>
              {o.label}
            </T>
          </Pressable>
        ))}
      </View>
    </View>
  );
}

/** A line that asks to be noticed: what is wrong or what can hurt. */
export function Notice({
  tone,
  children,
  testID,
}: {
  tone: 'stop' | 'window' | 'muted';
  children: ReactNode | Message;
  testID?: string;
}) {
  const { palette } = useLook();
  return (
    <View
      testID={testID}
      role={tone === 'stop' ? 'alert' : 'note'}
      style={{
        borderLeftWidth: 4,
        borderLeftColor: palette[tone],
        backgroundColor: palette.surface,
        padding: gap(3),
        marginTop: gap(3),
      }}
    >
      {typeof children === 'string' || children instanceof Phrase ? <T kind="small">{children}</T> : children}
    </View>
  );
}

/** A page with nothing to show, or a fault, and what to do about it. */
export function Blank({ title, text, act }: { title: string; text: string; act?: ReactNode }) {
  return (
    <View style={{ paddingVertical: gap(8), gap: gap(2), alignItems: 'flex-start' }}>
      <T kind="answer" level={1}>
        {title}
      </T>
      <T tone="muted">{text}</T>
      {act}
    </View>
  );
}
