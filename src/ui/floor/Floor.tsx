import { memo, useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { boundsOf, type FloorRow, type Point } from '@/core';
import { FLOOR_ROWS } from '@/core/bodies/rows';
import { useAppTheme } from '../appTheme';
import { Icon } from '../icons';
import { Stack } from '../layout';
import { LinkArea } from '../LinkArea';
import type { PageHref } from '../pages';
import { Text, type Tone } from '../Text';
import { gap } from '../theme';
import { partImage, type PartZone } from './partImage';
import { useSweep, type OnSweep } from './sweep';

/** What lies on the floor, drawn and told. */
export interface FloorItem {
  key: string;
  name: string;
  /** Where it stands, in a few words, and the tone of that. */
  words?: string;
  tone?: Tone;
  /** Under it, in the smallest letters. */
  more?: string;
  faces: readonly { outline: readonly Point[]; zones: readonly PartZone[]; faults: readonly Point[] }[];
  /** Not what one looks for, or not here. */
  pale?: boolean;
}

interface FloorProps {
  rows: readonly { row: FloorRow; items: readonly FloorItem[] }[];
  /** Parts are links. */
  hrefOf?: (key: string) => PageHref;
  /** Parts are ticked; some of a part's zones may be. */
  picked?: ReadonlyMap<string, 'all' | 'some'>;
  onPick?: (key: string) => void;
  /** A finger goes over several at once. */
  onSweep?: OnSweep;
}

/** A part is drawn no larger than this, px for a millimetre: a door is then a good thumb wide. */
const MOST_PX_PER_MM = 0.1;
/** The inner face lies beside the outer one, smaller. */
const INNER_SCALE = 0.6;
/** Sideways is the sweep's, up and down the page's. The browser knows this, React Native's types do not. */
const SWEEPABLE = { touchAction: 'pan-y', userSelect: 'none' } as object;
/** Room for a name under a small part, px. */
const NAME_WIDTH = 92;

const widthOf = ({ faces }: FloorItem): number =>
  faces.reduce((w, f, i) => w + boundsOf(f.outline).width * (i === 0 ? 1 : INNER_SCALE), 0);

/**
 * Parts of a body as they are laid out on a floor to see the job: flat, to one scale, in rows by side, each filled with what is on top of
 * it. They are links, or they are picked.
 */
export function Floor({ rows, hrefOf, picked, onPick, onSweep }: FloorProps) {
  const box = useRef<View>(null);
  // What a tap does is new with every choice; the parts need not be drawn again for it.
  const latest = useRef(onPick);
  useEffect(() => {
    latest.current = onPick;
  });
  const pick = useCallback((key: string) => latest.current?.(key), []);
  useSweep(box as unknown as RefObject<HTMLElement | null>, onSweep);
  const [width, setWidth] = useState(358);
  const widest = useMemo(() => Math.max(1, ...rows.flatMap((r) => r.items.map(widthOf))), [rows]);
  // In steps, so that a page that grows by a pixel is not drawn anew.
  const pxPerMm = Math.min(MOST_PX_PER_MM, Math.floor(((width - 24) / widest) * 1000) / 1000);
  const onLayout = (e: LayoutChangeEvent) => setWidth(Math.round(e.nativeEvent.layout.width));
  return (
    <View ref={box} onLayout={onLayout} style={onSweep && SWEEPABLE}>
      {rows.map(({ row, items }) => (
        <View key={row} role={picked ? 'group' : 'list'} aria-label={FLOOR_ROWS[row]} style={styles.row}>
          <View style={styles.title}>
            <Text kind="tag" tone="muted">
              {FLOOR_ROWS[row]}
            </Text>
          </View>
          {items.map((item) => (
            <Part
              key={item.key}
              item={item}
              pxPerMm={pxPerMm}
              href={hrefOf?.(item.key)}
              picked={picked ? (picked.get(item.key) ?? 'none') : undefined}
              onPick={pick}
            />
          ))}
        </View>
      ))}
    </View>
  );
}

interface PartProps {
  item: FloorItem;
  pxPerMm: number;
  href: PageHref | undefined;
  picked: 'all' | 'some' | 'none' | undefined;
  onPick: FloorProps['onPick'];
}

function PartOnFloor({ item, pxPerMm, href, picked, onPick }: PartProps) {
  const { palette, scale } = useAppTheme();
  const tone = item.tone ?? 'ink';
  const loud = tone === 'window' || tone === 'stop';
  const faces = item.faces.map((f, i) =>
    partImage(f.outline, f.zones, f.faults, {
      pxPerMm: pxPerMm * (i === 0 ? 1 : INNER_SCALE),
      edge: loud ? palette[tone] : palette.dark ? palette.muted : palette.ink,
      edgePx: loud ? 3 : 1.5,
      sign: palette.stop,
      paper: palette.paper,
    }),
  );
  const drawn = faces.reduce((w, f) => w + f.width + gap(1), 0);
  const label = [item.name, item.words, item.more].filter(Boolean).join('. ');
  const inside = (
    <Stack between={0.5}>
      <View style={[styles.faces, item.pale && styles.pale]}>
        {faces.map(({ uri, width, height }) => (
          <View key={uri} style={[{ width, height }, { backgroundImage: `url("${uri}")` } as object]} />
        ))}
      </View>
      <View style={styles.name}>
        {picked && picked !== 'none' && <Icon name="check" color={palette.do} size={18} />}
        <View style={{ flexShrink: 1 }}>
          <Text kind="strong" {...(item.pale && { tone: 'muted' as const })}>
            {item.name}
          </Text>
        </View>
      </View>
      {item.words !== undefined && (
        <Text kind="small" tone={item.pale ? 'muted' : tone}>
          {item.words}
        </Text>
      )}
      {item.more !== undefined && (
        <Text kind="tag" tone="muted">
          {item.more}
        </Text>
      )}
    </Stack>
  );
  const style = [
    styles.touch,
    { width: Math.max(drawn, NAME_WIDTH * scale) + 2 * gap(1.5) },
    { borderColor: picked === 'all' ? palette.do : picked === 'some' ? palette.muted : 'transparent' },
    picked === 'some' && styles.some,
    picked === 'all' && { backgroundColor: palette.surface },
  ];
  if (href)
    return (
      <View role="listitem">
        <LinkArea href={href} label={label} style={style} testID={`part-${item.key}`}>
          {inside}
        </LinkArea>
      </View>
    );
  return (
    <TouchableRipple
      role="checkbox"
      aria-label={label}
      aria-checked={picked === 'some' ? 'mixed' : picked === 'all'}
      onPress={() => onPick?.(item.key)}
      style={StyleSheet.flatten(style)}
      testID={`part-${item.key}`}
      {...({ dataSet: { part: item.key } } as object)}
    >
      {inside}
    </TouchableRipple>
  );
}

const sameList = <V,>(a: readonly V[], b: readonly V[], same: (x: V, y: V) => boolean): boolean =>
  a.length === b.length && a.every((x, i) => same(x, b[i]!));
const sameFace = (a: FloorItem['faces'][number], b: FloorItem['faces'][number]): boolean =>
  a.outline === b.outline &&
  sameList(a.zones, b.zones, (x, y) => x.strata === y.strata && x.cured === y.cured && x.outline === y.outline) &&
  sameList(a.faults, b.faults, (x, y) => x.x === y.x && x.y === y.y);
/** Items are made anew with every entry; a part that looks as before is not drawn again. */
const sameItem = (a: FloorItem, b: FloorItem): boolean =>
  a.key === b.key &&
  a.name === b.name &&
  a.words === b.words &&
  a.tone === b.tone &&
  a.more === b.more &&
  a.pale === b.pale &&
  sameList(a.faces, b.faces, sameFace);
const hrefKey = (href: PageHref | undefined) => JSON.stringify(href);

const Part = memo(
  PartOnFloor,
  (a, b) =>
    a.pxPerMm === b.pxPerMm &&
    a.picked === b.picked &&
    a.onPick === b.onPick &&
    hrefKey(a.href) === hrefKey(b.href) &&
    sameItem(a.item, b.item),
);

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', columnGap: gap(1), paddingTop: gap(2) },
  title: { width: '100%' },
  touch: { padding: gap(1.5), minHeight: 56, borderRadius: 10, borderWidth: 2, justifyContent: 'flex-end' },
  some: { borderStyle: 'dashed' },
  faces: { flexDirection: 'row', alignItems: 'flex-end', gap: gap(1), minHeight: 24 },
  name: { flexDirection: 'row', alignItems: 'flex-start', gap: gap(1) },
  pale: { opacity: 0.4 },
});
