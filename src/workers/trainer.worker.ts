import { expose, transfer } from 'comlink';
import {
  drawPanel,
  guideAgain,
  lessonPanel,
  panelFromRelief,
  push,
  sandAll,
  standingOf,
  tapDown,
  type Board,
  type Lesson,
  type PanelStanding,
  type Pattern,
  type PictureColours,
  type PictureOf,
  type SandedPanel,
  type TrainerBoard,
} from '../core/trainer';
import type { HeightGrid } from '../core/fair/grid';

/** What hands did since the last frame. */
export type Hand =
  | { do: 'push'; board: Board; points: { x: number; y: number }[] }
  | { do: 'tap'; x: number; y: number }
  /** Goes over all of it, lane by lane. */
  | { do: 'all'; board: TrainerBoard; grit: number; pattern: Pattern }
  | { do: 'guide' };

/** One tap goes over it so often: as many strokes as a patient hand makes in a minute or two. */
const PASSES = 4;

let panel: SandedPanel | undefined;
let colours: PictureColours | undefined;

/** Thin entry of the trainer: it holds the panel, moves boards over it and draws it. */
const api = {
  begin(from: { lesson: Lesson; seed: number } | { relief: HeightGrid }, drawnIn: PictureColours): void {
    panel = 'lesson' in from ? lessonPanel(from.lesson, from.seed) : panelFromRelief(from.relief);
    colours = drawnIn;
  },
  /** Does what hands did, and draws the panel. @returns its pixels, given away */
  frame(hands: readonly Hand[], of: PictureOf): ArrayBuffer | undefined {
    if (!panel || !colours) return undefined;
    for (const h of hands)
      if (h.do === 'push') push(panel, h.board, h.points);
      else if (h.do === 'tap') tapDown(panel, h.x, h.y);
      else if (h.do === 'all') sandAll(panel, h.board, h.grit, h.pattern, PASSES);
      else guideAgain(panel);
    const pixels = new Uint8ClampedArray(4 * panel.mm.length);
    drawPanel(panel, of, colours, pixels);
    return transfer(pixels.buffer, [pixels.buffer]);
  },
  standing: (): PanelStanding | undefined => panel && standingOf(panel),
};
export type TrainerWorker = typeof api;

expose(api);
