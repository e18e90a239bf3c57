import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { formatQuantity, zonesOf, type Panel } from '@/core';
import {
  LESSONS,
  TRAINER_BOARDS,
  TRAINER_SIZE,
  type Lesson,
  type PanelStanding,
  type PictureOf,
  type TrainerBoard,
} from '@/core/trainer';
import type { HeightGrid } from '@/core/fair';
import { keysOf } from '@/core/keysOf';
import { useJobOrLast, type OpenJob } from '@/data';
import { useRelief, useSurface } from '@/data/surface';
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
import { openTrainer, type TrainerAway, type Hand } from '@/workers/trainer';

const PAPERS = ['80', '120', '180'] as const;
const SHOWS = [
  { value: 'guide', label: 'Guide coat' },
  { value: 'heights', label: 'Highs and lows' },
] as const satisfies { value: PictureOf; label: string }[];
const HANDS = [
  { value: 'block', label: 'Block it' },
  { value: 'tap', label: 'Tap it' },
] as const;
/** How the board lies in the hand, degrees from along the panel. */
const ANGLES = [
  { value: '0', label: 'Along' },
  { value: '30', label: 'Slanted' },
  { value: '-30', label: 'Slanted back' },
  { value: '90', label: 'Upright' },
] as const;
const { nx, ny, stepMm } = TRAINER_SIZE;
const SIZE = { width: (nx - 1) * stepMm, height: (ny - 1) * stepMm };
/** How it stands is said so often, ms. */
const SAY_MS = 700;
/** What goes through is more than a few points of an edge, as a share. */
const THROUGH = 0.0005;

/** A panel and the powder on it look alike by day and by night. */
const COLOURS = {
  surface: rgbOf(LIGHT.line),
  guide: rgbOf(LIGHT.ink),
  low: rgbOf(LIGHT.do),
  high: rgbOf(LIGHT.window),
  through: rgbOf(LIGHT.stop),
};

/** Blocking on a simulated panel, before the real one is touched. */
export function TrainerScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { open, loading } = useJobOrLast(jobId);
  if (loading) return <Page>{null}</Page>;
  const panel = open?.job.panels.find((p) => p.id === panelId && zonesOf(open.job, p.id).length > 0);
  return open && panel ? <WithRelief open={open} panel={panel} /> : <Trainer />;
}

/** With this very panel to practise on, where it was read. */
function WithRelief({ open, panel }: { open: OpenJob; panel: Panel }) {
  const surface = useSurface(open, panel);
  const relief = useRelief(surface, { form: surface.usual });
  return <Trainer {...(relief.data?.ok && { own: { name: panel.name, heights: relief.data.value.heights } })} />;
}

interface Own {
  name: string;
  heights: HeightGrid;
}

function Trainer({ own }: { own?: Own }) {
  const { palette, units } = useAppTheme();
  const wide = useWide();
  const { width: window } = useWindowDimensions();
  const [lesson, setLesson] = useState<Lesson | 'own'>('wave');
  const [board, setBoard] = useState<TrainerBoard>('block');
  const [paper, setPaper] = useState<(typeof PAPERS)[number]>('80');
  const [angle, setAngle] = useState<(typeof ANGLES)[number]['value']>('0');
  const [shows, setShows] = useState<PictureOf>('guide');
  const [hand, setHand] = useState<'block' | 'tap'>('block');
  const away = useRef<TrainerAway | undefined>(undefined);
  const hands = useRef<Hand[]>([]);
  /** Something is still to be drawn. */
  const isStale = useRef(true);
  const last = useRef<{ x: number; y: number } | undefined>(undefined);
  // A relief that is only now worked out begins nothing anew while another lesson is on.
  const relief = lesson === 'own' ? own?.heights : undefined;
  const begin = useCallback(() => {
    hands.current = [];
    isStale.current = true;
    const from = relief ? { relief } : { lesson: lesson === 'own' ? ('wave' as const) : lesson, seed: 7 };
    void away.current?.remote.begin(from, COLOURS);
  }, [lesson, relief]);
  useEffect(() => {
    const opened = openTrainer();
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
  const nextFrame = useCallback(async () => {
    // What hands did while nobody was there to do it is done when somebody is.
    if (!away.current || (!isStale.current && hands.current.length === 0)) return undefined;
    isStale.current = false;
    const done = hands.current;
    hands.current = [];
    return away.current.remote.frame(done, shows);
  }, [shows]);
  const onMove = useCallback(
    ({ u, v }: Share, phase: 'down' | 'move' | 'up') => {
      const at = { x: u * SIZE.width, y: v * SIZE.height };
      if (hand === 'tap') {
        if (phase === 'down') hands.current.push({ do: 'tap', ...at });
        return;
      }
      if (phase === 'down') last.current = at;
      if (phase === 'move' && last.current) {
        hands.current.push({
          do: 'push',
          board: { ...TRAINER_BOARDS[board], grit: Number(paper), angle: (Number(angle) * Math.PI) / 180 },
          points: [last.current, at],
        });
        last.current = at;
      }
      if (phase === 'up') last.current = undefined;
    },
    [hand, board, paper, angle],
  );
  const lessons: { value: Lesson | 'own'; label: string }[] = keysOf(LESSONS).map((value) => ({
    value,
    label: LESSONS[value].name,
  }));
  if (own) lessons.push({ value: 'own', label: `${own.name}, as it was read` });
  const width = Math.min(wide ? 900 : window - 35, 900);
  const about = lesson === 'own' ? undefined : LESSONS[lesson];
  const boards = keysOf(TRAINER_BOARDS).map((value) => ({
    value,
    label: `${TRAINER_BOARDS[value].name}, ${formatQuantity('length', TRAINER_BOARDS[value].lengthMm / 10, units, 0)}`,
  }));
  return (
    <Page
      testID="trainer"
      wide
      foot={
        <>
          <ActionButton
            label="Guide coat again"
            grow
            strong
            repeats
            onPress={() => hands.current.push({ do: 'guide' })}
            testID="guide-again"
          />
          <ActionButton label="Start over" onPress={begin} testID="begin-anew" />
        </>
      }
    >
      <Standing away={away} task={about?.task ?? 'Your own panel: block it as you would, and see what is left.'} />
      <View style={{ marginTop: gap(3), borderWidth: 1.5, borderColor: palette.ink, alignSelf: 'flex-start' }}>
        <SandedCanvas
          nx={nx}
          ny={ny}
          width={width}
          height={(width * ny) / nx}
          label={`A panel of ${formatQuantity('length', SIZE.width / 10, units, 0)}: push the board over it with a finger`}
          nextFrame={nextFrame}
          onMove={onMove}
        />
      </View>
      <View style={{ height: gap(2) }} />
      <ChoiceGroup label="It shows" options={SHOWS} value={shows} onChange={(s) => setShows(s)} hideLabel />
      <ChoiceGroup label="Lesson" options={lessons} value={lesson} onChange={(l) => setLesson(l)} />
      {about && <Text tone="muted">{about.shows}</Text>}
      <ChoiceGroup label="The hand" options={HANDS} value={hand} onChange={(h) => setHand(h)} />
      {hand === 'block' && (
        <>
          <ChoiceGroup label="Board" options={boards} value={board} onChange={(b) => setBoard(b)} />
          <ChoiceGroup label="How it lies" options={ANGLES} value={angle} onChange={(a) => setAngle(a)} />
          <ChoiceGroup
            label="Paper"
            options={PAPERS.map((value) => ({ value, label: `P${value}` }))}
            value={paper}
            onChange={(p) => setPaper(p)}
          />
          <View style={{ height: gap(3) }} />
          <ActionButton
            label="Go over all of it"
            onPress={() =>
              hands.current.push({
                do: 'all',
                board,
                grit: Number(paper),
                pattern: angle === '0' || angle === '90' ? 'along' : 'x',
              })
            }
            testID="go-over"
          />
        </>
      )}
      <Text kind="small" tone="muted">
        A model of usual figures: it shows why, not how long. Dust is dust: mask and extraction on the real one.
      </Text>
    </Page>
  );
}

/** How the panel stands, by itself: nothing else is drawn anew while a finger moves. */
function Standing({ away, task }: { away: RefObject<TrainerAway | undefined>; task: string }) {
  const { units } = useAppTheme();
  const [standing, setStanding] = useState<PanelStanding>();
  useEffect(() => {
    const say = setInterval(() => {
      void away.current?.remote.standing().then(setStanding, () => undefined);
    }, SAY_MS);
    return () => clearInterval(say);
  }, [away]);
  return (
    <>
      <PageHead
        eyebrow="Try it before the real one"
        title={
          standing
            ? `${percent(standing.guideLeft)} of the guide coat is on, waves of ${formatQuantity('thickness', standing.wavesMm, units, 2)}`
            : 'Push the board over the panel'
        }
        subtitle={task}
      />
      {standing && standing.through > THROUGH && (
        <Notice tone="stop" urgent={false} testID="went-through">
          It went through. A high is tapped down first; what is through is primed again.
        </Notice>
      )}
    </>
  );
}
