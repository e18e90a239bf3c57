import { useState } from 'react';
import { Pressable, View, type LayoutChangeEvent } from 'react-native';
import Svg, { Line, Rect } from 'react-native-svg';
import type { ReactNode } from 'react';
import type { Strata, ZoneStatus } from '@/core';
import { useLook } from '../look';
import { T } from '../T';
import { gap, TARGET } from '../theme';
import { BandFill } from './BandFill';
import { bandsOf, type Band } from './bands';
import { SurfaceEdge } from './Surface';

interface Props {
  strata: Strata;
  status: ZoneStatus | undefined;
  /** Name of a band for the label beside it; title and what stands below. */
  label(band: Band): { title: string; detail: string };
  /** What opens under a band when it is tapped. */
  more(band: Band): ReactNode;
}

/** The core sample: every layer a band, in order, with its name beside it. Tapping one opens what it is. */
export function StrataColumn({ strata, status, label, more }: Props) {
  const { palette } = useLook();
  const [open, setOpen] = useState<string | null>(null);
  const bands = bandsOf(strata, status);
  return (
    <View role="list" aria-label="Layers, top first">
      {bands.map((b, i) => (
        <View key={b.key} role="listitem">
          <BandRow
            band={b}
            first={i === 0}
            last={i === bands.length - 1}
            strata={strata}
            label={label(b)}
            expanded={open === b.key}
            onPress={() => setOpen(open === b.key ? null : b.key)}
          />
          {open === b.key && (
            <View
              style={{
                paddingLeft: gap(3),
                marginLeft: COLUMN / 2,
                borderLeftWidth: 2,
                borderLeftColor: palette.ink,
                paddingVertical: gap(2),
                marginBottom: gap(1),
              }}
            >
              {more(b)}
            </View>
          )}
        </View>
      ))}
    </View>
  );
}

const COLUMN = 112;

interface RowProps {
  band: Band;
  first: boolean;
  last: boolean;
  strata: Strata;
  label: { title: string; detail: string };
  expanded: boolean;
  onPress(): void;
}

function BandRow({ band, first, last, strata, label, expanded, onPress }: RowProps) {
  const { palette } = useLook();
  // The band is as high as its thickness asks for, and never lower than its label needs.
  const [height, setHeight] = useState(0);
  const onLayout = (e: LayoutChangeEvent) => setHeight(e.nativeEvent.layout.height);
  const edge = palette.dark ? palette.muted : palette.ink;
  return (
    <Pressable
      onPress={onPress}
      onLayout={onLayout}
      role="button"
      aria-expanded={expanded}
      aria-label={`${label.title}, ${label.detail}`}
      style={{
        flexDirection: 'row',
        alignItems: 'stretch',
        minHeight: Math.max(TARGET, Math.min(150, band.height * 1.7)),
      }}
    >
      <View style={{ width: COLUMN }}>
        <Svg width={COLUMN} height={height} aria-hidden style={{ position: 'absolute', top: 0, left: 0 }}>
          <BandFill
            fill={band.fill}
            y={0}
            width={COLUMN}
            height={height}
            cured={band.cured}
            hatch="rgba(20,24,26,0.75)"
          />
          {first && <SurfaceEdge strata={strata} width={COLUMN} ink="#1a1a1c" paper={palette.paper} />}
          <Rect x={0.5} y={0} width={COLUMN - 1} height={height} fill="none" stroke={edge} />
          {(first || last) && (
            <Line
              x1={0}
              x2={COLUMN}
              y1={first ? 0.5 : height - 0.5}
              y2={first ? 0.5 : height - 0.5}
              stroke={edge}
              strokeWidth={1.4}
            />
          )}
        </Svg>
      </View>
      <View style={{ width: gap(4), alignSelf: 'center', height: 1, backgroundColor: edge }} />
      <View style={{ flex: 1, justifyContent: 'center', paddingLeft: gap(2), paddingVertical: gap(1.5), minWidth: 0 }}>
        <BandLabel {...label} />
      </View>
    </Pressable>
  );
}

function BandLabel({ title, detail }: { title: string; detail: string }) {
  return (
    <>
      <T kind="strong">{title}</T>
      <T kind="small" tone="muted">
        {detail}
      </T>
    </>
  );
}
