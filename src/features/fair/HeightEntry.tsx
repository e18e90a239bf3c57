import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { formatQuantity } from '@/core';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Measure } from '@/ui/Field';
import { Row } from '@/ui/layout';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Text } from '@/ui/Text';
import { gap, TARGET } from '@/ui/theme';

/** More than this is a slip, or another unit, mm. */
const SLIP_MM = 15;
/** What a thumb changes at once, mm. */
const STEPS = [-0.5, -0.1, 0.1, 0.5];

/** Heights on a grid, for gloves: one cell at a time, large, and on to the next by itself. */
const cellName = (row: number, reading: number) => `Row ${row}, reading ${reading}`;

export function HeightEntry({
  nx,
  ny,
  mm,
  onChange,
  nameOf = cellName,
  hint = 'High +, low −, flush 0.',
}: {
  nx: number;
  ny: number;
  mm: readonly (number | null)[];
  onChange(mm: (number | null)[]): void;
  /** What a cell is called, counted from 1. */
  nameOf?: (row: number, reading: number) => string;
  hint?: string;
}) {
  const { palette, units } = useAppTheme();
  const [at, setAt] = useState(() => Math.max(0, mm.indexOf(null)));
  const [text, setText] = useState('');
  const value = mm[at] ?? null;
  const shown = text !== '' ? text : formatForInput(value ?? undefined, { quantity: 'thickness' }, units);
  const read = readNumber(shown === '' ? '0' : shown.replace('\u2212', '-'), { quantity: 'thickness' }, units);
  const put = (v: number | null, go: boolean) => {
    onChange(mm.map((old, i) => (i === at ? v : old)));
    setText('');
    if (go) setAt((at + 1) % (nx * ny));
  };
  const problem = !read.ok
    ? read.error
    : Math.abs(read.value) > SLIP_MM
      ? `${formatQuantity('thickness', read.value, units)} is more than any panel is off. Another unit?`
      : undefined;
  return (
    <View>
      <View style={styles.grid}>
        {Array.from({ length: ny }, (_, iy) => (
          <View key={iy} style={styles.row}>
            {Array.from({ length: nx }, (_, ix) => {
              const i = iy * nx + ix;
              const v = mm[i];
              return (
                <TouchableRipple
                  key={ix}
                  role="button"
                  aria-label={`${nameOf(iy + 1, ix + 1)}: ${v === null || v === undefined ? 'not read' : formatQuantity('thickness', v, units)}`}
                  aria-current={i === at}
                  onPress={() => {
                    setAt(i);
                    setText('');
                  }}
                  style={StyleSheet.flatten([
                    styles.cell,
                    {
                      borderColor: i === at ? palette.do : palette.line,
                      backgroundColor: i === at ? palette.surface : palette.paper,
                    },
                  ])}
                >
                  <Text kind="small" tone={v === null ? 'muted' : 'ink'}>
                    {v === null || v === undefined ? '\u2013' : formatForInput(v, { quantity: 'thickness' }, units)}
                  </Text>
                </TouchableRipple>
              );
            })}
          </View>
        ))}
      </View>
      <Measure
        label={nameOf(Math.floor(at / nx) + 1, (at % nx) + 1)}
        quantity="thickness"
        value={shown}
        onChange={setText}
        problem={problem}
        hint={hint}
      />
      <Row top={2}>
        {STEPS.map((s) => (
          <ActionButton
            key={s}
            label={`${s > 0 ? '+' : '\u2212'}${formatQuantity('thickness', Math.abs(s), units)}`}
            disabled={!read.ok}
            onPress={() => read.ok && put(Math.round((read.value + s) * 10) / 10, false)}
          />
        ))}
      </Row>
      <Row top={2}>
        <ActionButton
          label="Next"
          strong
          repeats
          grow
          disabled={problem !== undefined}
          onPress={() => read.ok && put(read.value, true)}
          testID="next-height"
        />
        <ActionButton label="Leave out" onPress={() => put(null, true)} />
      </Row>
    </View>
  );
}

const styles = StyleSheet.create({
  grid: { marginTop: gap(3), gap: 2 },
  row: { flexDirection: 'row', gap: 2 },
  cell: {
    flex: 1,
    minWidth: 0,
    minHeight: TARGET,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: 2,
    borderRadius: 4,
  },
});
