import { memo, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { GestureDetector, GestureHandlerRootView } from 'react-native-gesture-handler';
import Svg, { Circle, G, Path, Text as SvgText } from 'react-native-svg';
import type { FaultKind, KeepOut, Point, Zone } from '@/core';
import type { HeightGrid } from '@/core/fair';
import { middleOf } from '@/core/outline';
import { useAppTheme } from '../appTheme';
import { ActionButton } from '../ActionButton';
import { Row } from '../layout';
import { gap, type Palette } from '../theme';
import { Contours } from '../relief/Contours';
import { gesturesOf, type Finger } from './gestures';
import { Ink } from './Ink';
import type { Sketch } from './sketch';
import { Viewport } from './viewport';

export interface Mark {
  id: string;
  at: Point;
  kind: FaultKind;
  open: boolean;
  /** How far it reaches, where it was drawn round. */
  outline?: readonly Point[];
}

export interface PanelMapProps {
  outline: readonly Point[];
  zones: readonly Zone[];
  keepOuts: readonly KeepOut[];
  marks: readonly Mark[];
  /** Places where something is to be done. */
  toDos?: readonly { id: string; at: Point }[];
  /** Highs and lows that are known, and the height between two of their lines, mm. */
  relief?: { grid: HeightGrid; stepMm: number };
  /** Zone or mark that is told about. */
  picked?: string;
  /** A place that is about to be marked. */
  pin?: Point;
  sketch: Sketch;
  finger: Finger;
  height: number;
  /** What was tapped, mm; and how far around it a thumb reaches, mm. */
  onTap(at: Point, reachMm: number): void;
  /** A finger went round something: the line is in the sketch. */
  onRound?(): void;
}

const EDGE = 14;
const lineOf = (o: readonly Point[]) => (o.length === 0 ? '' : `M${o.map((p) => `${p.x} ${p.y}`).join('L')}`);
const pathOf = (o: readonly Point[]) => (o.length === 0 ? '' : `M${o.map((p) => `${p.x} ${p.y}`).join('L')}Z`);

/** A panel to scale, with its zones, keep-outs and marks. Moves under one finger, grows under two; wheel and buttons do it too. */
export function PanelMap(p: PanelMapProps) {
  const { palette } = useAppTheme();
  const [width, setWidth] = useState(0);
  const [view] = useState(() => new Viewport());
  const box = useRef<View & HTMLElement>(null);
  const xs = p.outline.map((o) => o.x);
  const ys = p.outline.map((o) => o.y);
  const [x0, y0] = [Math.min(0, ...xs), Math.min(0, ...ys)];
  const [w, h] = [Math.max(1, ...xs) - x0, Math.max(1, ...ys) - y0];
  const perMm = Math.max(0.001, Math.min((width - 2 * EDGE) / w, (p.height - 2 * EDGE) / h));
  const zeroX = (width - w * perMm) / 2 - x0 * perMm;
  const zeroY = (p.height - h * perMm) / 2 - y0 * perMm;
  useEffect(
    () => view.fitTo(width, p.height, perMm, { x: zeroX, y: zeroY }),
    [view, width, p.height, perMm, zeroX, zeroY],
  );
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const r = el.getBoundingClientRect();
      view.zoom(Math.exp(-e.deltaY / 400), { x: e.clientX - r.left, y: e.clientY - r.top });
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  }, [view]);

  // Places grow with the panel, what stands on them does not: crowded signs come apart.
  const size = perMm * useSyncExternalStore(view.hearRest, view.scaleAtRest, view.scaleAtRest);
  const { finger, sketch, onTap, onRound } = p;
  const gesture = useMemo(
    () => gesturesOf(view, sketch, finger, onTap, onRound),
    [finger, sketch, onTap, onRound, view],
  );

  return (
    <GestureHandlerRootView style={{ marginTop: gap(3) }}>
      <GestureDetector gesture={gesture} touchAction="none">
        <View
          ref={box}
          testID="map"
          onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
          style={{
            height: p.height,
            overflow: 'hidden',
            backgroundColor: palette.sunk,
            borderWidth: 1.5,
            borderColor: palette.ink,
          }}
        >
          <View
            ref={(el) => view.attach(el as unknown as HTMLElement | null)}
            style={{ width, height: p.height, transformOrigin: '0 0' }}
          >
            {width > 0 && (
              <Svg width={width} height={p.height} aria-hidden>
                <G transform={`translate(${zeroX} ${zeroY}) scale(${perMm})`}>
                  <Ground outline={p.outline} perMm={size} palette={palette} />
                  {p.relief && <Contours {...p.relief} perMm={size} palette={palette} />}
                  <Zones zones={p.zones} picked={p.picked} perMm={size} palette={palette} />
                  <KeepOuts keepOuts={p.keepOuts} perMm={size} palette={palette} />
                  {p.toDos && <ToDos toDos={p.toDos} perMm={size} palette={palette} />}
                  <Marks marks={p.marks} picked={p.picked} perMm={size} palette={palette} />
                  {p.pin && <Pin at={p.pin} perMm={size} palette={palette} />}
                </G>
              </Svg>
            )}
          </View>
          {width > 0 && finger !== 'moves' && (
            <Ink
              sketch={sketch}
              view={view}
              width={width}
              height={p.height}
              colour={palette.window}
              open={finger === 'lines'}
            />
          )}
        </View>
      </GestureDetector>
      <Row top={2}>
        <ActionButton label="Closer" onPress={() => view.zoom(1.6)} />
        <ActionButton label="Zoom out" onPress={() => view.zoom(1 / 1.6)} />
        <ActionButton label="Whole" onPress={() => view.fit()} />
      </Row>
    </GestureHandlerRootView>
  );
}

interface Layer {
  /** Pixels for a millimetre now: lines, signs and names keep their own size. */
  perMm: number;
  palette: Palette;
}

const Ground = memo(function Ground({ outline, perMm, palette }: Layer & { outline: readonly Point[] }) {
  return <Path d={pathOf(outline)} fill={palette.surface} stroke={palette.ink} strokeWidth={2.4 / perMm} />;
});

const Zones = memo(function Zones({
  zones,
  picked,
  perMm,
  palette,
}: Layer & { zones: readonly Zone[]; picked?: string }) {
  return (
    <>
      {zones.map((z) => {
        if (!z.outline) return null;
        const c = middleOf(z.outline);
        return (
          <G key={z.id}>
            <Path
              d={pathOf(z.outline)}
              fill={palette.do}
              fillOpacity={z.id === picked ? 0.32 : 0.12}
              stroke={palette.do}
              strokeWidth={(z.id === picked ? 3 : 1.8) / perMm}
              {...(!z.seam && { strokeDasharray: `${8 / perMm} ${4 / perMm}` })}
            />
            {z.seam && (
              <Path
                d={lineOf(z.seam.line)}
                fill="none"
                stroke={palette.ink}
                strokeWidth={1.4 / perMm}
                strokeDasharray={z.seam.spacingMm ? `0 ${z.seam.spacingMm}` : undefined}
                strokeLinecap="round"
              />
            )}
            <SvgText
              x={c.x}
              y={c.y}
              fontSize={13 / perMm}
              fontFamily="Barlow"
              fontWeight="600"
              textAnchor="middle"
              fill={palette.ink}
            >
              {z.name}
            </SvgText>
          </G>
        );
      })}
    </>
  );
});

const KeepOuts = memo(function KeepOuts({ keepOuts, perMm, palette }: Layer & { keepOuts: readonly KeepOut[] }) {
  return (
    <>
      {keepOuts.map((k) => {
        const [a, b, c, d] = cornersOf(k.outline);
        return (
          <G key={k.id}>
            <Path d={pathOf(k.outline)} fill={palette.paper} stroke={palette.stop} strokeWidth={2 / perMm} />
            <Path d={`M${a} ${b}L${c} ${d}M${a} ${d}L${c} ${b}`} stroke={palette.stop} strokeWidth={1.2 / perMm} />
          </G>
        );
      })}
    </>
  );
});

const cornersOf = (o: readonly Point[]) => {
  const xs = o.map((p) => p.x);
  const ys = o.map((p) => p.y);
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)] as const;
};

/** Sign of a fault within a ring of radius 1: by shape, so that it works without colour. */
const SIGNS: Record<FaultKind, string> = {
  surfaceRust: 'M-.5 -.2h.1M.2 -.4h.1M-.2 .2h.1M.4 .3h.1M0 .5h.1',
  pitting: 'M-.4 -.3h.3M.2 -.3h.3M-.4 .3h.3M.2 .3h.3',
  hole: 'M-.35 0a.35 .35 0 1 0 .7 0a.35 .35 0 1 0 -.7 0',
  dent: 'M-.55 -.25Q0 .6 .55 -.25',
  crease: 'M-.55 -.35L-.1 .25L.1 -.25L.55 .35',
  scratch: 'M-.5 .5L.5 -.5',
  crack: 'M-.1 -.6L.15 -.15L-.15 .1L.1 .6',
  delamination: 'M-.5 -.2h1M-.5 .2h1',
  sprungBond: 'M-.5 -.3L.5 -.3M-.5 .4L.5 0',
  oldFiller: 'M-.45 -.45h.9v.9h-.9z',
  peeling: 'M-.5 .3h.6L.5 -.4',
  trappedWater: 'M0 -.55Q.5 .1 0 .5Q-.5 .1 0 -.55',
  stoneChips: 'M-.45 -.1l.25 -.3l.1 .3zM.1 .45l.25 -.3l.1 .3z',
  oldWeld: 'M-.6 0q.15 -.35 .3 0q.15 .35 .3 0q.15 -.35 .3 0q.15 .35 .3 0',
  bowed: 'M-.5 .55V-.55M-.2 .5Q.5 0 -.2 -.5',
};
const RING = 11;

const Marks = memo(function Marks({
  marks,
  picked,
  perMm,
  palette,
}: Layer & { marks: readonly Mark[]; picked?: string }) {
  const r = RING / perMm;
  return (
    <>
      {marks.map(
        (m) =>
          m.outline && (
            <Path
              key={m.id}
              d={pathOf(m.outline)}
              fill={m.open ? palette.stop : palette.do}
              fillOpacity={m.id === picked ? 0.3 : 0.14}
              stroke={m.open ? palette.stop : palette.do}
              strokeWidth={1.4 / perMm}
            />
          ),
      )}
      {marks.map((m) => {
        const tone = m.open ? palette.stop : palette.do;
        return (
          <G key={m.id} transform={`translate(${m.at.x} ${m.at.y}) scale(${r})`}>
            <Circle
              r={1}
              fill={palette.paper}
              stroke={m.id === picked ? palette.ink : tone}
              strokeWidth={m.id === picked ? 0.4 : 0.22}
            />
            <Path d={SIGNS[m.kind]} fill="none" stroke={tone} strokeWidth={0.2} strokeLinecap="round" />
          </G>
        );
      })}
    </>
  );
});

/** A box that waits for its tick. */
const ToDos = memo(function ToDos({ toDos, perMm, palette }: Layer & { toDos: NonNullable<PanelMapProps['toDos']> }) {
  const r = (RING * 0.8) / perMm;
  return (
    <>
      {toDos.map((t) => (
        <G key={t.id} transform={`translate(${t.at.x} ${t.at.y}) scale(${r})`}>
          <Path d="M-1 -1h2v2h-2z" fill={palette.paper} stroke={palette.ink} strokeWidth={0.25} />
        </G>
      ))}
    </>
  );
});

function Pin({ at, perMm, palette }: Layer & { at: Point }) {
  const r = RING / perMm;
  return (
    <G transform={`translate(${at.x} ${at.y}) scale(${r})`}>
      <Circle r={1.5} fill="none" stroke={palette.ink} strokeWidth={0.25} />
      <Path d="M-2.2 0h1.2M2.2 0h-1.2M0 -2.2v1.2M0 2.2v-1.2" stroke={palette.ink} strokeWidth={0.25} />
    </G>
  );
}
