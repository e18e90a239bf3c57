import { useState, type ReactNode } from 'react';
import { errorText, type HeightsRead, type Message, type Panel } from '@/core';
import { gridded } from '@/core/fair';
import { benchAddress, loadFormats, pickFile, readDevice, useSheetDraft, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { TextButton } from '@/ui/TextButton';
import { HeightEntry } from './HeightEntry';

const SIZES = ['4 x 3', '6 x 4', '8 x 5', '10 x 6'] as const;
type Size = (typeof SIZES)[number];
const countsOf = (s: Size): { nx: number; ny: number } => {
  const [nx = 6, ny = 4] = s.split(' x ').map(Number);
  return { nx, ny };
};
/** A file's own heights lie anywhere: they are put on a grid so fine, which moves none by more than half of it. */
const FILE_GRID = { nx: 60, ny: 40 };
/** A scanner has its points as close as a plan needs them. */
const SCAN_GRID = { nx: 40, ny: 25 };
/** Readings keep off the very edge, as a share of the panel. */
const EDGE = 0.04;

/** Reads a panel: on a grid by straightedge and feeler, or from a file of a scan. */
export function TakeHeights({
  open,
  panel,
  size,
  choice,
  problem,
  onSave,
  onGuide,
  onGap,
  onLeave,
}: {
  open: OpenJob;
  panel: Panel;
  size: { x0: number; y0: number; width: number; height: number };
  choice: ReactNode;
  problem: Message | undefined;
  onSave(read: HeightsRead): void;
  /** A guide coat is marked instead. */
  onGuide(): void;
  /** A gap is read instead. */
  onGap(): void;
  /** Absent where nothing was read before. */
  onLeave?: () => void;
}) {
  const [grid, setGrid] = useState<{ size: Size; mm: (number | null)[] }>(() => ({
    size: '6 x 4',
    mm: Array.from({ length: 24 }, () => null),
  }));
  const [trouble, setTrouble] = useState<Message>();
  const read = grid.mm.filter((v) => v !== null).length;
  const forget = useSheetDraft(`fair/${open.job.id}/${panel.id}`, read > 0 ? grid : undefined, setGrid);
  const { nx, ny } = countsOf(grid.size);
  const placed = (counts: { nx: number; ny: number }, edge: number) => ({
    ...counts,
    x0: size.x0 + edge * size.width,
    y0: size.y0 + edge * size.height,
    stepX: ((1 - 2 * edge) * size.width) / (counts.nx - 1),
    stepY: ((1 - 2 * edge) * size.height) / (counts.ny - 1),
    face: 'outer' as const,
  });
  const fromFile = async () => {
    const file = await pickFile('.csv,text/csv,text/plain');
    if (!file) return;
    const { readHeightsCsv } = await loadFormats();
    const r = readHeightsCsv(await file.text());
    if (!r.ok) return setTrouble(`${file.name}: ${r.error}.`);
    const { heights, beside } = gridded(r.value.rows, placed(FILE_GRID, 0));
    if (heights.mm.every((v) => v === null)) return setTrouble(`${file.name}: none of its places lie on this panel.`);
    const [first] = r.value.leftOut;
    setTrouble(
      first || beside > 0
        ? `Kept without ${r.value.leftOut.length + beside} rows${first ? `: line ${first.line}, ${first.message}` : ', which lie beside the panel'}.`
        : undefined,
    );
    forget();
    onSave(heights);
  };
  const fromScanner = async () => {
    const points = await readDevice('scanner', { widthMm: size.width, heightMm: size.height });
    const onPanel = points.map((p) => ({ ...p, x: p.x + size.x0, y: p.y + size.y0 }));
    const { heights } = gridded(onPanel, placed(SCAN_GRID, 0));
    setTrouble(undefined);
    forget();
    onSave(heights);
  };
  return (
    <Page
      testID="take-heights"
      foot={
        <>
          <ActionButton
            label={read === 0 ? 'Nothing is read yet' : `Keep ${read} readings`}
            strong
            grow
            disabled={read === 0}
            onPress={() => {
              forget();
              onSave({ ...placed({ nx, ny }, EDGE), mm: grid.mm });
            }}
            testID="keep-heights"
          />
          {onLeave && <ActionButton label="Leave" onPress={onLeave} />}
        </>
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title="How far is it off?"
        subtitle="Lay the straightedge over each place, from the top left, and say the gap under it. Six are enough to begin."
      />
      {choice}
      <ChoiceGroup
        label="Readings across and down"
        options={SIZES.map((value) => ({ value, label: value.replace('x', '\u00d7') }))}
        value={grid.size}
        onChange={(s) => {
          const { nx: x, ny: y } = countsOf(s);
          setGrid({ size: s, mm: Array.from({ length: x * y }, () => null) });
        }}
      />
      <HeightEntry key={grid.size} nx={nx} ny={ny} mm={grid.mm} onChange={(mm) => setGrid({ ...grid, mm })} />
      <TextButton
        label="From a file of a scan"
        icon="plus"
        onPress={() => void fromFile().catch((e: Error) => setTrouble(errorText(e)))}
      />
      {benchAddress() !== null && (
        <TextButton
          label="From the scanner"
          icon="plus"
          onPress={() => void fromScanner().catch((e: Error) => setTrouble(errorText(e)))}
        />
      )}
      <TextButton label="Mark what a guide coat shows instead" onPress={onGuide} />
      <TextButton label="Read a gap instead" onPress={onGap} />
      {trouble !== undefined && <Notice tone="window">{trouble}</Notice>}
      <Problem says={problem} />
    </Page>
  );
}
