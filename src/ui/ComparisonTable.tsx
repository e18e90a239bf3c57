import { StyleSheet, View } from 'react-native';
import { DataTable } from 'react-native-paper';
import type { Message } from '@/core';
import { useAppTheme, useFormatMessage } from './appTheme';
import { Text } from './Text';
import { gap } from './theme';

interface Column {
  key: string;
  title: string;
  /** Under the title. */
  more?: string | undefined;
}

/** A few things side by side, row by row; the name of a row stands over its cells, since a phone has no room beside them. */
export function ComparisonTable({
  label,
  columns,
  rows,
  picked,
}: {
  label: string;
  columns: readonly Column[];
  rows: readonly { label: Message; cells: readonly string[] }[];
  /** The column that the eye is to find. */
  picked: string;
}) {
  const { palette } = useAppTheme();
  const say = useFormatMessage();
  const line = { borderBottomColor: palette.line };
  return (
    <DataTable role="table" aria-label={label} style={styles.table}>
      <DataTable.Header role="row" style={[styles.row, styles.head, { borderBottomColor: palette.ink }]}>
        {columns.map((c) => (
          <View key={c.key} role="columnheader" style={styles.cell}>
            <Text kind="section" tone={c.key === picked ? 'do' : 'ink'}>
              {c.title}
            </Text>
            {c.more !== undefined && <Text kind="strong">{c.more}</Text>}
          </View>
        ))}
      </DataTable.Header>
      {rows.map((row) => (
        <View key={String(row.label)} role="rowgroup" aria-label={say(row.label)} style={[styles.group, line]}>
          <Text kind="tag" tone="muted">
            {row.label}
          </Text>
          <View role="row" style={styles.row}>
            {columns.map((c, i) => (
              <View key={c.key} role="cell" style={styles.cell}>
                <Text {...(c.key === picked ? { kind: 'strong' as const } : { tone: 'muted' as const })}>
                  {row.cells[i]}
                </Text>
              </View>
            ))}
          </View>
        </View>
      ))}
    </DataTable>
  );
}

const styles = StyleSheet.create({
  table: { marginTop: gap(4) },
  row: { flexDirection: 'row', gap: gap(2), height: 'auto', paddingHorizontal: 0, borderBottomWidth: 0 },
  head: { borderBottomWidth: 1.5, paddingBottom: gap(1) },
  group: { borderBottomWidth: 1, paddingVertical: gap(1.5) },
  cell: { flex: 1, minWidth: 0 },
});
