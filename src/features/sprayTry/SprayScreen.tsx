import { startTransition, useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { formatQuantity } from '@/core';
import { keysOf } from '@/core/keysOf';
import { DEFECT_NAMES } from '@/core/log/defects';
import { flowMlMin } from '@/core/mix/gun';
import { DEFECT_WORDS } from '@/core/systems/defectWords';
import {
  laneAt,
  lanesOf,
  SPRAY_LESSONS,
  USUAL_GUN,
  type SprayLesson,
  type SprayStrategy,
} from '@/core/trainer/sprayLessons';
import { SPRAY_SIZE, type SprayGun } from '@/core/trainer/sprayPanel';
import type { SprayPictureOf } from '@/core/trainer/sprayPicture';
import { useSettings } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme, useWide } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { percent } from '@/ui/format';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Text } from '@/ui/Text';
import { gap, LIGHT } from '@/ui/theme';
import { rgbOf } from '@/ui/trainer/rgb';
import { SandedCanvas, type Share } from '@/ui/trainer/SandedCanvas';
import { openSpray, type SprayAway, type SprayHand, type SpraySaid } from '@/workers/spray';

const SHOWS = [
  { value: 'paint', label: 'Paint' },
  { value: 'film', label: 'Film' },
  { value: 'run', label: 'Where it would run' },
] as const satisfies { value: SprayPictureOf; label: string }[];
const DISTANCES = ['120', '180', '250', '320'] as const;
/** Speeds for a lane by itself, mm/s. */
const SPEEDS = ['150', '250', '350', '500'] as const;
const { nx, ny, stepMm } = SPRAY_SIZE;
const SIZE = { width: (nx - 1) * stepMm, height: (ny - 1) * stepMm };
/** A lane lies so much over the last one. */
const HALF = 0.5;
/** How it stands is said so often, ms. */
const SAY_MS = 1300;
/** Solvent and solids of a usual mix weigh about so much, g/mL: for a gun that was tested by weight. */
const PAINT_G_ML = 1;
const COLOURS = {
  bare: rgbOf(LIGHT.line),
  paint: rgbOf('#2f5d50'),
  thin: rgbOf(LIGHT.sunk),
  thick: rgbOf(LIGHT.window),
  ran: rgbOf(LIGHT.stop),
  dry: rgbOf('#8d8f86'),
};

/** Spraying on a simulated panel: the finger is the gun. What is seen there has the names that the log has for it. */
export function SprayScreen({ first }: { first: string | undefined }) {
  const { palette, units } = useAppTheme();
  const wide = useWide();
  const { width: window } = useWindowDimensions();
  const test = useSettings()?.guns?.lowPressureGun;
  const [lesson, setLesson] = useState<SprayLesson>(
    () => keysOf(SPRAY_LESSONS).find((l) => l === first) ?? 'lightFirst',
  );
  const [distance, setDistance] = useState<(typeof DISTANCES)[number]>('180');
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number]>('250');
  const [shows, setShows] = useState<SprayPictureOf>('paint');
  const away = useRef<SprayAway | undefined>(undefined);
  const hands = useRef<SprayHand[]>([]);
  const isStale = useRef(true);
  const lastFrame = useRef(0);
  const at = useRef<{ x: number; y: number; ms: number } | undefined>(undefined);
  const lane = useRef(0);
  const gun: SprayGun = {
    ...USUAL_GUN,
    ...(test && { flowMlMin: flowMlMin(test, PAINT_G_ML), fanMm: test.fanCm * 10, flatness: test.flatness }),
    distanceMm: Number(distance),
  };
  const begin = useCallback(() => {
    hands.current = [];
    lane.current = 0;
    isStale.current = true;
    void away.current?.remote.begin(lesson, COLOURS);
  }, [lesson]);
  useEffect(() => {
    const opened = openSpray();
    away.current = opened;
    return () => {
      away.current = undefined;
      opened.end();
    };
  }, []);
  useEffect(begin, [begin]);
  useEffect(() => {
    isStale.current = true;
  }, [shows]);
  const gunRef = useRef(gun);
  useEffect(() => {
    gunRef.current = gun;
  });
  const nextFrame = useCallback(async () => {
    if (!away.current) return undefined;
    const now = performance.now();
    // A finger that stands still goes on spraying there.
    const held = at.current;
    if (held && now - held.ms > 40) {
      hands.current.push({ do: 'spray', gun: gunRef.current, from: held, to: held, seconds: (now - held.ms) / 1000 });
      held.ms = now;
    }
    const done = hands.current;
    hands.current = [];
    const asked = isStale.current;
    isStale.current = false;
    const seconds = lastFrame.current > 0 ? (now - lastFrame.current) / 1000 : 0;
    lastFrame.current = now;
    return away.current.remote.frame(done, seconds, shows, asked);
  }, [shows]);
  const onMove = useCallback(({ u, v }: Share, phase: 'down' | 'move' | 'up') => {
    const place = { x: u * SIZE.width, y: v * SIZE.height, ms: performance.now() };
    const before = at.current;
    if (phase !== 'down' && before)
      hands.current.push({
        do: 'spray',
        gun: gunRef.current,
        from: before,
        to: place,
        seconds: (place.ms - before.ms) / 1000,
      });
    at.current = phase === 'up' ? undefined : place;
  }, []);
  /** One lane by itself, half over the last one: for who has no finger to spare. */
  const layLane = () => {
    const lanes = lanesOf(gun, HALF);
    const y = lanes[lane.current % lanes.length] ?? 0;
    lane.current += 1;
    hands.current.push({ do: 'spray', gun, ...laneAt(y, Number(speed)) });
  };
  const flash = () => {
    lane.current = 0;
    isStale.current = true;
    hands.current.push({ do: 'flash' });
  };
  const about = SPRAY_LESSONS[lesson];
  const width = Math.min(wide ? 900 : window - 35, 900);
  const cm = (mm: string) => formatQuantity('length', Number(mm) / 10, units, 0);
  return (
    <Page
      testID="spray-trainer"
      wide
      foot={
        <>
          <ActionButton label="Wait the flash" grow strong onPress={flash} testID="wait-flash" />
          <ActionButton label="Start over" onPress={begin} testID="begin-anew" />
        </>
      }
    >
      <Standing
        away={away}
        lesson={lesson}
        gun={gun}
        onShow={(strategy) => hands.current.push({ do: 'all', gun, strategy })}
        onBegin={begin}
      />
      <View style={{ marginTop: gap(3), borderWidth: 1.5, borderColor: palette.ink, alignSelf: 'flex-start' }}>
        <SandedCanvas
          nx={nx}
          ny={ny}
          width={width}
          height={(width * ny) / nx}
          label={`An upright panel of ${formatQuantity('length', SIZE.width / 10, units, 0)}: the finger is the gun, and sprays as long as it is down`}
          nextFrame={nextFrame}
          onMove={onMove}
        />
      </View>
      <View style={{ height: gap(2) }} />
      <ChoiceGroup label="It shows" options={SHOWS} value={shows} onChange={(v) => setShows(v)} hideLabel />
      <ChoiceGroup
        label="Gun to panel"
        options={DISTANCES.map((value) => ({ value, label: cm(value) }))}
        value={distance}
        onChange={(v) => setDistance(v)}
      />
      <ChoiceGroup
        label="A lane by itself, a second"
        options={SPEEDS.map((value) => ({ value, label: cm(value) }))}
        value={speed}
        onChange={(v) => setSpeed(v)}
      />
      <View style={{ height: gap(2) }} />
      <ActionButton label="Lay the next lane" repeats onPress={layLane} testID="lay-lane" />
      <ChoiceGroup
        label="Lesson"
        options={keysOf(SPRAY_LESSONS).map((value) => ({ value, label: SPRAY_LESSONS[value].name }))}
        value={lesson}
        onChange={(v) => setLesson(v)}
      />
      <Text tone="muted">{about.shows}</Text>
      <Text kind="small" tone="muted">
        {`${test ? 'With your own gun, as you tested it.' : 'With a usual gun: test yours on its page, and it sprays here.'} A model of usual figures: it shows why, not how long. Real paint takes breathing protection and extraction.`}
      </Text>
    </Page>
  );
}

/** How the panel stands, by itself: nothing else is drawn anew while a finger moves. */
function Standing({
  away,
  lesson,
  gun,
  onShow,
  onBegin,
}: {
  away: RefObject<SprayAway | undefined>;
  lesson: SprayLesson;
  gun: SprayGun;
  onShow(s: SprayStrategy): void;
  onBegin(): void;
}) {
  const { units } = useAppTheme();
  const [said, setSaid] = useState<SpraySaid>();
  const [best, setBest] = useState<{ of: SprayLesson; score: number; strategy: SprayStrategy }>();
  const [asking, setAsking] = useState(false);
  useEffect(() => {
    const say = setInterval(() => {
      // What is said may wait for a frame; the paint may not.
      void away.current?.remote.standing().then(
        (now) => startTransition(() => setSaid(now)),
        () => undefined,
      );
    }, SAY_MS);
    return () => clearInterval(say);
  }, [away]);
  const about = SPRAY_LESSONS[lesson];
  const s = said?.standing;
  const show = () => {
    setAsking(true);
    const done = () => setAsking(false);
    void away.current?.remote.best(lesson, { ...gun }).then((found) => {
      done();
      setBest({ of: lesson, ...found });
      onBegin();
      onShow(found.strategy);
    }, done);
  };
  return (
    <>
      <PageHead
        eyebrow={`Try the gun: ${about.name.toLowerCase()}`}
        title={
          s && s.meanUm > 0.5
            ? `${said.score} of 100: ${formatQuantity('film', s.meanUm, units, 0)} on, ${percent(s.within)} as it should be`
            : 'Put a finger on the panel: it is the gun'
        }
        subtitle={about.task}
      />
      {s && s.meanUm > 0.5 && (
        <Text kind="small" tone="muted" testID="spray-standing">
          {`${percent(s.thin)} thin, ${percent(s.thick)} thick, ${percent(s.lands)} of the paint on the panel.${best?.of === lesson ? ` A patient hand reaches ${best.score}, at ${formatQuantity('length', best.strategy.speedMmS / 10, units, 0)} a second.` : ''}`}
        </Text>
      )}
      {said?.defects.map((d) => (
        <Notice key={d} tone={d === 'run' ? 'stop' : 'window'} urgent={false} testID={`shows-${d}`}>
          {`${DEFECT_NAMES[d]}: ${DEFECT_WORDS[d].looks}`}
        </Notice>
      ))}
      <ActionButton
        label={asking ? 'Trying speeds' : 'Show me the best'}
        disabled={asking}
        onPress={show}
        testID="show-best"
      />
    </>
  );
}
