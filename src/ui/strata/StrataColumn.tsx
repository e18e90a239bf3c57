import { memo, useCallback, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import type { ReactNode } from 'react';
import type { Strata, ZoneStatus } from '@/core';
import { useAppTheme } from '../appTheme';
import { Text } from '../Text';
import { useGrowingCount } from '../paint';
import { gap, TARGET, type Fill } from '../theme';
import { BandFill } from './BandFill';
import { bandsOf, curedShare, type Band } from './bands';
import { surfaceEdge } from './textures';

interface Props {
  strata: Strata;
  status: ZoneStatus | undefined;
  /** Name of a band for the label beside it; title and what stands below. */
  label(band: Band): { title: string; detail: string };
  /** What opens under a band when it is tapped. */
  more(band: Band): ReactNode;
}

const COLUMN = 112;

/** The core sample: every layer a band, in order, with its name beside it. Tapping one opens what it is. */
export function StrataColumn({ strata, status, label, more }: Props) {
  const { palette } = useAppTheme();
  const [open, setOpen] = useState<string | null>(null);
  const toggle = useCallback((key: string) => setOpen((was) => (was === key ? null : key)), []);
  const bands = bandsOf(strata, curedShare(status));
  // A restoration may have hundreds of layers: what fills the screen answers.
  const drawn = useGrowingCount(bands.length);
  return (
    <View role="list" aria-label="Layers, top first">
      {bands.slice(0, drawn).map((b, i) => {
        const { title, detail } = label(b);
        return (
          <View key={b.key} role="listitem">
            <BandRow
              bandKey={b.key}
              fill={b.fill}
              height={b.height}
              cured={b.cured}
              title={title}
              detail={detail}
              edge={i === 0 || i === bands.length - 1}
              {...(i === 0 && { surfaceOf: strata })}
              expanded={open === b.key}
              onToggle={toggle}
            />
            {open === b.key && <View style={[styles.more, { borderLeftColor: palette.ink }]}>{more(b)}</View>}
          </View>
        );
      })}
    </View>
  );
}

interface RowProps {
  bandKey: string;
  fill: Fill;
  height: number;
  cured: number;
  title: string;
  detail: string;
  /** First or last of the column: a stronger outline. */
  edge: boolean;
  /** For the top band: whose surface it shows. */
  surfaceOf?: Strata;
  expanded: boolean;
  onToggle(key: string): void;
}

/** A band and its label. Drawn again only when something of it changed. */
const BandRow = memo(function BandRow(p: RowProps) {
  const { palette } = useAppTheme();
  const edge = palette.dark ? palette.muted : palette.ink;
  return (
    <Pressable
      onPress={() => p.onToggle(p.bandKey)}
      role="button"
      aria-expanded={p.expanded}
      aria-label={`${p.title}, ${p.detail}`}
      // As high as its thickness asks for, and never lower than its label needs.
      style={[styles.row, { minHeight: Math.max(TARGET, Math.min(150, Math.round(p.height * 1.7))) }]}
    >
      <View style={styles.band}>
        <Svg width={COLUMN} height="100%" aria-hidden style={styles.fill}>
          <BandFill fill={p.fill} width={COLUMN} cured={p.cured} />
          {p.surfaceOf &&
            surfaceEdge(p.surfaceOf, COLUMN, palette.paper).map((shape, i) => <Path key={i} {...shape} />)}
          <Rect x={0} y={0} width={COLUMN} height="100%" fill="none" stroke={edge} strokeWidth={p.edge ? 2.4 : 1.6} />
        </Svg>
      </View>
      <View style={[styles.leader, { backgroundColor: edge }]} />
      <View style={styles.label}>
        <Text kind="strong">{p.title}</Text>
        <Text kind="small" tone="muted">
          {p.detail}
        </Text>
      </View>
    </Pressable>
  );
});

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'stretch' },
  band: { width: COLUMN },
  fill: { position: 'absolute', top: 0, left: 0 },
  leader: { width: gap(4), alignSelf: 'center', height: 1 },
  label: { flex: 1, justifyContent: 'center', paddingLeft: gap(2), paddingVertical: gap(1.5), minWidth: 0 },
  more: {
    paddingLeft: gap(3),
    marginLeft: COLUMN / 2,
    borderLeftWidth: 2,
    paddingVertical: gap(2),
    marginBottom: gap(1),
  },
});
