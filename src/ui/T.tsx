import type { ReactNode } from 'react';
import type { TextStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { useLook } from './look';
import { BODY, HEAD, type Palette } from './theme';

const KINDS = {
  /** The answer: first line of a screen. */
  answer: { fontFamily: HEAD, fontWeight: '600', fontSize: 30, lineHeight: 34 },
  /** Times and weights. */
  figure: { fontFamily: HEAD, fontWeight: '600', fontSize: 26, lineHeight: 29 },
  huge: { fontFamily: HEAD, fontWeight: '600', fontSize: 64, lineHeight: 66 },
  section: { fontFamily: HEAD, fontWeight: '600', fontSize: 18, lineHeight: 23 },
  button: { fontFamily: HEAD, fontWeight: '600', fontSize: 21, lineHeight: 25 },
  strong: { fontFamily: BODY, fontWeight: '600', fontSize: 16, lineHeight: 21 },
  body: { fontFamily: BODY, fontWeight: '400', fontSize: 16, lineHeight: 21 },
  small: { fontFamily: BODY, fontWeight: '400', fontSize: 14, lineHeight: 18 },
  tag: { fontFamily: BODY, fontWeight: '500', fontSize: 13, lineHeight: 17 },
} as const satisfies Record<string, TextStyle>;

export type TextKind = keyof typeof KINDS;
export type Tone = keyof Pick<Palette, 'ink' | 'muted' | 'do' | 'onDo' | 'window' | 'stop' | 'good' | 'paper'>;

export interface TProps {
  kind?: TextKind;
  tone?: Tone;
  children: ReactNode;
  style?: TextStyle;
  /** Heading level for a screen reader. */
  level?: 1 | 2 | 3;
  live?: boolean;
  testID?: string;
}

/** All text: the type scale, the user's text size, and figures that stand in columns. */
export function T({ kind = 'body', tone = 'ink', children, style, level, live, testID }: TProps) {
  const { palette, scale } = useLook();
  const k = KINDS[kind];
  // Large type need not grow as far as small type to be read; it would only push the page apart.
  const grow = k.fontSize > 40 ? 1 + (scale - 1) * 0.3 : k.fontSize > 22 ? 1 + (scale - 1) * 0.6 : scale;
  return (
    <Text
      testID={testID}
      {...(level && { role: 'heading' as const, 'aria-level': level })}
      {...(live && { 'aria-live': 'polite' as const })}
      style={[
        k,
        {
          color: palette[tone],
          fontSize: k.fontSize * grow,
          lineHeight: k.lineHeight * grow,
          fontVariant: ['tabular-nums'],
        },
        style,
      ]}
    >
      {children}
    </Text>
  );
}
