import { useCallback, useMemo, useState, type ReactNode } from 'react';
import {
  errorText,
  formatQuantity,
  likelyRemovalUm,
  SAND_TOOL_NAMES,
  type GuideRound,
  type Message,
  type Panel,
  type SandTool,
} from '@/core';
import { boardLengthMm, rangeOf, TOOL_LENGTH_MM, type BoardRelief, type PanelSize } from '@/core/fair';
import { keysOf } from '@/core/keysOf';
import { zonesOnFace } from '@/core/outline';
import { useLogCommand, useSheetDraft, type Entry, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Measure } from '@/ui/Field';
import { PlaceInWords } from '@/ui/form/PlaceInWords';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { contourStep } from '@/ui/relief/contourStep';
import { Relief, type ShownMark } from '@/ui/relief/Relief';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { placeWords } from './words';

const TOOLS = keysOf(SAND_TOOL_NAMES).map((value) => ({ value, label: SAND_TOOL_NAMES[value] }));
/** Papers that a guide coat is read with, shape-cutting to last. */
const PAPERS = ['80', '120', '180', '240', '320', '400', '500', '600'] as const;
type Paper = (typeof PAPERS)[number];
const SHOWED = [
  { value: 'low', label: 'Colour stayed: low' },
  { value: 'high', label: 'Went at once: high' },
] as const;
const REST = [
  { value: 'even', label: 'Came off evenly' },
  { value: 'notBlocked', label: 'Was not blocked' },
] as const;
/** Shorter and longer ones are a slip, mm. */
const BOARD_MM = { min: 50, max: 1500 };

interface Read {
  paper: Paper;
  tool: SandTool;
  board: string;
  rest: 'even' | 'notBlocked';
  marks: ShownMark[];
}

/** What a guide coat showed after one pass, marked where it was. */
export function GuideRead({
  open,
  panel,
  size,
  relief,
  last,
  width,
  choice,
  onDone,
}: {
  open: OpenJob;
  panel: Panel;
  size: PanelSize;
  /** What is known so far, to be drawn under the marks. */
  relief: BoardRelief | undefined;
  /** The round before, whose board and paper are likely the same. */
  last: GuideRound | undefined;
  width: number;
  choice: ReactNode;
  onDone(): void;
}) {
  const { units } = useAppTheme();
  const notify = useNotify();
  const { mutateAsync, isPending } = useLogCommand(open.job.id);
  const zones = useMemo(() => zonesOnFace(open.job, panel.id, 'outer'), [open.job, panel.id]);
  const strata = zones.map((z) => open.state.zones.get(z.id)?.strata).find((s) => s?.surface);
  const scratch = strata?.surface.scratch;
  const [read, setRead] = useState<Read>(() => ({
    paper: PAPERS.find((p) => Number(p) === (last?.grit ?? scratch?.grit)) ?? '320',
    tool: last?.tool ?? 'longBoard',
    board: last?.boardMm === undefined ? '' : formatForInput(last.boardMm / 10, { quantity: 'length' }, units),
    rest: 'even',
    marks: [],
  }));
  const [showed, setShowed] = useState<ShownMark['showed']>('low');
  const [problem, setProblem] = useState<Message>();
  const forget = useSheetDraft(`guide/${open.job.id}/${panel.id}`, read.marks.length > 0 ? read : undefined, setRead);
  const set = (more: Partial<Read>) => setRead((r) => ({ ...r, ...more }));
  const board = readNumber(read.board, { quantity: 'length' }, units, true);
  const boardMm = board.ok && board.value !== undefined ? board.value * 10 : undefined;
  const boardProblem = !board.ok
    ? board.error
    : boardMm !== undefined && (boardMm < BOARD_MM.min || boardMm > BOARD_MM.max)
      ? 'No board is that long'
      : undefined;
  const empty = useMemo(
    () => ({
      nx: 3,
      ny: 3,
      stepX: size.width / 2,
      stepY: size.height / 2,
      x0: size.x0,
      y0: size.y0,
      mm: new Float64Array(9),
    }),
    [size],
  );
  const mark = useCallback(
    (at: { x: number; y: number }, reachMm: number) =>
      setRead((r) => {
        // A tap on a sign takes it off again.
        const on = r.marks.find((m) => Math.hypot(m.x - at.x, m.y - at.y) < reachMm);
        const marks = on ? r.marks.filter((m) => m !== on) : [...r.marks, { ...at, showed }];
        return { ...r, marks };
      }),
    [showed],
  );
  const grit = Number(read.paper);
  const onGuide = zones.filter((z) => open.state.zones.get(z.id)?.strata?.surface.guideCoat);
  const keep = async () => {
    const round = {
      grit,
      tool: read.tool,
      ...(boardMm !== undefined && { boardMm }),
      face: 'outer' as const,
      marks: read.marks.map(({ x, y, showed: s }) => ({ x, y, showed: s })),
      rest: read.rest,
    };
    // The guide coat was on until this pass, which nobody has logged.
    const top = onGuide.map((z) => open.state.zones.get(z.id)?.strata).find((s) => s !== undefined);
    const pass: Entry[] =
      onGuide.length > 0
        ? [
            {
              kind: 'sanded',
              zoneIds: onGuide.map((z) => z.id),
              grit,
              tool: read.tool,
              wet: false,
              removedUm: likelyRemovalUm(grit, top),
            },
          ]
        : [];
    const looked: Entry = { kind: 'guideRead', zoneIds: zones.map((z) => z.id), ...round };
    const { undo } = await mutateAsync({ log: [...pass, looked] });
    forget();
    notify({
      text: pass.length > 0 ? `The P${grit} pass and what it showed are kept.` : 'What it showed is kept.',
      undo,
    });
    onDone();
  };
  const save = () => keep().catch((e: Error) => setProblem(errorText(e)));
  const long = (mm: number) => formatQuantity('length', mm / 10, units, 0);
  const grid = relief?.off ?? empty;
  const low = read.marks.filter((m) => m.showed === 'low').length;
  return (
    <Page
      testID="guide-read"
      foot={
        <>
          <ActionButton
            label={
              read.marks.length === 0 && read.rest === 'notBlocked' ? 'Nothing is marked yet' : 'Keep what it shows'
            }
            strong
            grow
            busy={isPending}
            disabled={boardProblem !== undefined || (read.marks.length === 0 && read.rest === 'notBlocked')}
            onPress={() => void save()}
            testID="keep-guide"
          />
          <ActionButton label="Leave" onPress={onDone} />
        </>
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title="What does the guide coat show?"
        subtitle="Block once over all of it, in an X, without pressing. Then tap where colour stayed, and where it went at once."
      />
      {choice}
      <ChoiceGroup label="A tap marks" options={SHOWED} value={showed} onChange={(s) => setShowed(s)} />
      <Relief
        grid={grid}
        outline={panel.map?.outline}
        stepMm={contourStep(rangeOf(grid))}
        marks={read.marks}
        width={width}
        label={`${panel.name}: ${low} marked low, ${read.marks.length - low} high`}
        onTap={mark}
      />
      {panel.map && <PlaceInWords job={open.job} panel={panel} face="outer" onPlace={(at) => mark(at, 1)} />}
      {read.marks.length > 0 && (
        <Section title="Marked" aside={String(read.marks.length)}>
          {read.marks.map((m, i) => (
            <ListRow key={`${m.x} ${m.y}`}>
              <Grow>
                <Text kind="small">{`${m.showed === 'low' ? 'Low' : 'High'}, ${placeWords(m, size, units)}`}</Text>
              </Grow>
              <TextButton label="Take off" onPress={() => set({ marks: read.marks.filter((_, j) => j !== i) })} />
            </ListRow>
          ))}
        </Section>
      )}
      <ChoiceGroup label="The rest" options={REST} value={read.rest} onChange={(rest) => set({ rest })} />
      <ChoiceGroup
        label="Paper"
        options={PAPERS.map((value) => ({ value, label: `P${value}` }))}
        value={read.paper}
        onChange={(paper) => set({ paper })}
      />
      <ChoiceGroup label="Held by" options={TOOLS} value={read.tool} onChange={(tool) => set({ tool })} />
      <Measure
        label="Length of the board"
        quantity="length"
        value={read.board}
        onChange={(text) => set({ board: text })}
        problem={boardProblem}
        hint={`Empty: ${long(TOOL_LENGTH_MM[read.tool])}. It shows nothing of a wave that is longer than ${long(boardLengthMm({ tool: read.tool, boardMm }))}.`}
      />
      {onGuide.length > 0 && (
        <Text
          kind="small"
          tone="muted"
        >{`The pass itself goes into the log with it: P${read.paper}, about one scratch off.`}</Text>
      )}
      <Problem says={problem} />
    </Page>
  );
}
