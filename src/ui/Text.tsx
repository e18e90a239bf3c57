import { Phrase } from '@/core';
import type { ReactNode } from 'react';
import { StyleSheet, Text as NativeText, type TextStyle } from 'react-native';
import { useAppTheme } from './appTheme';
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
  /** A phrase is said in the user's units. */
  children: ReactNode | Phrase;
  style?: TextStyle;
  /** Heading level for a screen reader. */
  level?: 1 | 2 | 3;
  live?: boolean;
  testID?: string;
}

const made = new Map<string, TextStyle>();

/**
 * The style of a kind and tone. Made once and kept: a style that is an object of its own at every drawing would be
 * compiled anew each time, which is most of what drawing text costs.
 */
export function textStyle(kind: TextKind, colour: string, scale: number): TextStyle {
  const key = `${kind}/${colour}/${scale}`;
  let style = made.get(key);
  if (!style) {
    const k = KINDS[kind];
    // Large type need not grow as far as small type to be read; it would only push the page apart.
    const grow = k.fontSize > 40 ? 1 + (scale - 1) * 0.3 : k.fontSize > 22 ? 1 + (scale - 1) * 0.6 : scale;
    style = StyleSheet.create({
      t: {
        ...k,
        color: colour,
        fontSize: k.fontSize * grow,
        lineHeight: k.lineHeight * grow,
        fontVariant: ['tabular-nums'],
      },
    }).t;
    made.set(key, style);
  }
  return style;
}

/** All text: the type scale, the user's text size, and figures that stand in columns. */
export function Text({ kind = 'body', tone = 'ink', children, style, level, live, testID }: TProps) {
  const { palette, scale, units } = useAppTheme();
  const own = textStyle(kind, palette[tone], scale);
  return (
    <NativeText
      testID={testID}
      {...(level && { role: 'heading' as const, 'aria-level': level })}
      {...(live && { 'aria-live': 'polite' as const })}
      style={style ? [own, style] : own}
    >
      {children instanceof Phrase ? children.in(units) : children}
    </NativeText>
  );
}
