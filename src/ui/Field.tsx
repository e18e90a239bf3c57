import { phrase, unitOf, type Quantity, type Message } from '@/core';
import { createContext, lazy, Suspense, useContext, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppTheme, useFormatMessage } from './appTheme';
import { T } from './T';
import { gap, TARGET } from './theme';

interface FieldProps {
  label: Message;
  value: string;
  onChange(text: string): void;
  unit?: string;
  problem?: Message;
  hint?: Message;
  /** A figure: a pad of digits comes up, and it stands beside others where there is room. */
  numeric?: boolean;
  /** Words, a day or a time, short enough to stand beside others. */
  short?: boolean;
  multiline?: boolean;
}

const InRow = createContext(false);

/** Typed fields come behind the first page, which has none. */
const Input = lazy(() => import('./Input'));

/** A field with its unit in its label and its complaint right under it. */
export function Field({ label, value, onChange, unit, problem, hint, numeric, short, multiline }: FieldProps) {
  const { palette, scale } = useAppTheme();
  const say = useFormatMessage();
  const inRow = useContext(InRow) && (numeric || short);
  // A pad of digits has no minus on many phones, and it freezes.
  const digits = numeric && !unit?.startsWith('°');
  const name = say(unit ? phrase`${label}, ${unit}` : label);
  return (
    <View
      style={{
        marginTop: gap(3),
        minWidth: 0,
        ...(inRow ? { flexGrow: 1, flexBasis: 130 * Math.min(scale, 1.2) } : { width: '100%' }),
      }}
    >
      <T kind="small" tone="muted">
        {name}
      </T>
      <Suspense
        fallback={<View style={[styles.box, { borderColor: palette.muted, backgroundColor: palette.surface }]} />}
      >
        <Input
          name={name}
          value={value}
          onChange={onChange}
          numeric={digits}
          multiline={multiline}
          wrong={problem !== undefined}
        />
      </Suspense>
      {problem !== undefined ? (
        <View role="alert">
          <T kind="small" tone="stop">
            {problem}
          </T>
        </View>
      ) : (
        hint !== undefined && (
          <T kind="small" tone="muted">
            {hint}
          </T>
        )
      )}
    </View>
  );
}

/** A field for a quantity, asked for in the user's units. */
export function Measure({ quantity, ...field }: Omit<FieldProps, 'unit' | 'numeric'> & { quantity: Quantity }) {
  const { units } = useAppTheme();
  return <Field {...field} unit={unitOf(quantity, units)} numeric />;
}

/** Fields side by side where there is room. */
export const Fields = ({ children }: { children: ReactNode }) => (
  <InRow.Provider value>
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(3) }}>{children}</View>
  </InRow.Provider>
);

const styles = StyleSheet.create({
  /** As the field will be, until it is there. */
  box: { minHeight: TARGET, marginTop: gap(1), borderWidth: 1.5, borderRadius: 6 },
});
