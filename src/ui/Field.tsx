import { phrase, unitOf, type Quantity, type Message } from '@/core';
import { Children, createContext, lazy, Suspense, useContext, type ReactNode, type Ref } from 'react';
import { StyleSheet, View } from 'react-native';
import { HelperText } from 'react-native-paper';
import { useAppTheme, useFormatMessage } from './appTheme';
import type { IconName } from './icons';
import { Grow, Stack } from './layout';
import { Text, textStyle } from './Text';
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
  onLeave?: () => void;
  /** Gets what can be focused. */
  inputRef?: Ref<Focusable>;
  /** A sign at the end of the box, such as a calendar. */
  sign?: { icon: IconName; label: string; onPress(): void };
}

/** What a field gives to whoever wants to put the cursor there. */
export interface Focusable {
  focus(): void;
}

const InRow = createContext(false);
/** What a group of fields is about; empty outside of one. */
const GroupName = createContext('');

/** Typed fields come behind the first page, which has none. */
const Input = lazy(() => import('./inputs').then((m) => ({ default: m.Input })));

/** What stands round an input: its name over it, and its complaint or a hint right under it. */
export function FieldFrame({
  name,
  problem,
  hint,
  besideOthers,
  children,
}: {
  name: string;
  problem?: Message | undefined;
  hint?: Message | undefined;
  /** Short enough to stand beside others. */
  besideOthers: boolean;
  children: ReactNode;
}) {
  const { palette, scale } = useAppTheme();
  const say = useFormatMessage();
  const inRow = useContext(InRow) && besideOthers;
  return (
    <View style={[styles.field, inRow ? { flexGrow: 1, flexBasis: 130 * Math.min(scale, 1.2) } : styles.whole]}>
      <Text kind="small" tone="muted">
        {name}
      </Text>
      <Suspense
        fallback={<View style={[styles.box, { borderColor: palette.muted, backgroundColor: palette.surface }]} />}
      >
        {children}
      </Suspense>
      {problem !== undefined ? (
        <HelperText type="error" visible padding="none" role="alert" style={textStyle('small', palette.stop, scale)}>
          {say(problem)}
        </HelperText>
      ) : (
        hint !== undefined && (
          <Text kind="small" tone="muted">
            {hint}
          </Text>
        )
      )}
    </View>
  );
}

/** A field with its unit in its label and its complaint right under it. */
export function Field({
  label,
  value,
  onChange,
  unit,
  problem,
  hint,
  numeric,
  short,
  multiline,
  onLeave,
  inputRef,
  sign,
}: FieldProps) {
  const say = useFormatMessage();
  // A pad of digits has no minus on many phones, and it freezes.
  const digits = numeric && !unit?.startsWith('°');
  const group = useContext(GroupName);
  const shown = say(unit ? phrase`${label}, ${unit}` : label);
  // Fields of a group have short labels, which alone say nothing to a reader.
  const name = group ? `${group}, ${shown.toLowerCase()}` : shown;
  return (
    <FieldFrame name={shown} problem={problem} hint={hint} besideOthers={Boolean(numeric ?? short)}>
      <Input
        name={name}
        value={value}
        onChange={onChange}
        numeric={digits}
        multiline={multiline}
        wrong={problem !== undefined}
        onLeave={onLeave}
        inputRef={inputRef}
        sign={sign}
      />
    </FieldFrame>
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

/**
 * Figures that belong together under one label, in equal columns: a range, a size by three sides.
 * @param of what stands before the label for a reader, where the same group is there more than once
 */
export function FieldGroup({ label, of, children }: { label: string; of?: string; children: ReactNode }) {
  return (
    <Stack top={3}>
      <Text kind="strong">{label}</Text>
      <GroupName.Provider value={of ? `${of}: ${label}` : label}>
        <View style={{ flexDirection: 'row', columnGap: gap(2), marginTop: -gap(2) }}>
          {Children.map(children, (field) => (
            <Grow>{field}</Grow>
          ))}
        </View>
      </GroupName.Provider>
    </Stack>
  );
}

const styles = StyleSheet.create({
  field: { marginTop: gap(3), minWidth: 0 },
  whole: { width: '100%' },
  /** As the field will be, until it is there. */
  box: { minHeight: TARGET, marginTop: gap(1), borderWidth: 1.5, borderRadius: 6 },
});
