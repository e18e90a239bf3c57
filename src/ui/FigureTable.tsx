import { StyleSheet, View } from 'react-native';
import { DataTable } from 'react-native-paper';
import type { Message } from '@/core';
import { useAppTheme } from './appTheme';
import { Text, type Tone } from './Text';
import { gap } from './theme';

interface FigureColumn {
  key: string;
  title: Message;
  /** Share of the width; 1 where it is not said. */
  share?: number;
  /** Figures stand at the right, so that their digits stand under each other. */
  figure?: boolean;
}

interface FigureRow {
  key: string;
  cells: readonly Message[];
  /** In small letters under the first cell: where it comes from, what it is of. */
  under?: Message;
  /** Across the whole row: what is wrong with it. */
  remark?: { text: Message; tone: Tone } | undefined;
}

/** Figures of one kind under each other, on a phone too: few columns, and what is not a figure under the first of them. */
export function FigureTable({
  label,
  columns,
  rows,
}: {
  label: string;
  columns: readonly FigureColumn[];
  rows: readonly FigureRow[];
}) {
  const { palette } = useAppTheme();
  const cell = (c: FigureColumn) => [styles.cell, { flexGrow: c.share ?? 1 }, c.figure && styles.figure];
  return (
    <DataTable role="table" aria-label={label} style={styles.table}>
      <DataTable.Header role="row" style={[styles.row, styles.head, { borderBottomColor: palette.ink }]}>
        {columns.map((c) => (
          <View key={c.key} role="columnheader" style={cell(c)}>
            <Text kind="tag" tone="muted">
              {c.title}
            </Text>
          </View>
        ))}
      </DataTable.Header>
      {rows.map((r) => (
        <View key={r.key} role="rowgroup" style={[styles.group, { borderBottomColor: palette.line }]}>
          <View role="row" style={styles.row}>
            {columns.map((c, i) => (
              <View key={c.key} role="cell" style={cell(c)}>
                <Text {...(i === 0 && { kind: 'strong' as const })}>{r.cells[i] ?? ''}</Text>
                {i === 0 && r.under !== undefined && (
                  <Text kind="tag" tone="muted">
                    {r.under}
                  </Text>
                )}
              </View>
            ))}
          </View>
          {r.remark && (
            <View role="row">
              <View role="cell">
                <Text kind="small" tone={r.remark.tone}>
                  {r.remark.text}
                </Text>
              </View>
            </View>
          )}
        </View>
      ))}
    </DataTable>
  );
}

const styles = StyleSheet.create({
  table: { marginTop: gap(2) },
  row: {
    flexDirection: 'row',
    alignItems: 'baseline',
    gap: gap(2),
    height: 'auto',
    paddingHorizontal: 0,
    borderBottomWidth: 0,
  },
  head: { borderBottomWidth: 1.5, paddingBottom: gap(1) },
  group: { borderBottomWidth: 1, paddingVertical: gap(2) },
  cell: { flexShrink: 1, flexBasis: 0, minWidth: 0 },
  figure: { alignItems: 'flex-end' },
});
