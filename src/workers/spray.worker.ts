import { expose, transfer } from 'comlink';
import {
  bestStrategy,
  sprayAll,
  SPRAY_LESSONS,
  type SprayLesson,
  type SprayStrategy,
} from '../core/trainer/sprayLessons';
import {
  flashOff,
  newSprayPanel,
  passTime,
  spray,
  sprayDefects,
  sprayScore,
  sprayStanding,
  type SprayGun,
  type SprayPanel,
  type SprayStanding,
} from '../core/trainer/sprayPanel';
import { drawSprayed, type SprayColours, type SprayPictureOf } from '../core/trainer/sprayPicture';
import type { DefectKind } from '../core/log/defects';

/** What the hand did since the last frame. */
export type SprayHand =
  | { do: 'spray'; gun: SprayGun; from: { x: number; y: number }; to: { x: number; y: number }; seconds: number }
  /** The flash is waited out, and the next coat begins. */
  | { do: 'flash' }
  | { do: 'all'; gun: SprayGun; strategy: SprayStrategy };

export interface SpraySaid {
  standing: SprayStanding;
  score: number;
  defects: DefectKind[];
  coats: number;
}

/** No more than that passes in one frame, s: a page that was away does not come back to a panel that ran meanwhile. */
const MOST_FRAME_S = 0.25;
/** After so many times in which it stiffens a film has set: nothing moves. */
const STILL = 6;

let panel: SprayPanel | undefined;
let colours: SprayColours | undefined;
let lesson: SprayLesson = 'lightFirst';
let touchedS = 0;

/** Coats that should be on by now: the one at hand counts. */
const coatsNow = (p: SprayPanel): number =>
  Math.min(SPRAY_LESSONS[lesson].coats, p.coats + (p.timeS > 0 && touchedS > 0 ? 1 : 0)) || 1;

/** Thin entry of the spray trainer: it holds the panel, sprays on it, lets time pass and draws it. */
const api = {
  begin(of: SprayLesson, drawnIn: SprayColours): void {
    lesson = of;
    panel = newSprayPanel(SPRAY_LESSONS[of].paint);
    colours = drawnIn;
    touchedS = 0;
  },
  /** @param seconds since the last frame @returns its pixels, given away; undefined where nothing moves any more */
  frame(hands: readonly SprayHand[], seconds: number, of: SprayPictureOf, isAsked: boolean): ArrayBuffer | undefined {
    if (!panel || !colours) return undefined;
    const isStill = panel.timeS - touchedS > STILL * panel.paint.stiffensS;
    if (hands.length === 0 && isStill && !isAsked) return undefined;
    for (const h of hands) {
      if (h.do === 'spray') {
        spray(panel, h.gun, h.from, h.to, h.seconds);
        touchedS = Math.max(panel.timeS, 1e-6);
      } else if (h.do === 'flash') {
        flashOff(panel);
        touchedS = 0;
      } else {
        sprayAll(panel, h.gun, h.strategy);
        touchedS = 0;
      }
    }
    passTime(panel, Math.min(MOST_FRAME_S, Math.max(0, seconds)));
    const pixels = new Uint8ClampedArray(4 * panel.um.length);
    drawSprayed(panel, of, coatsNow(panel), colours, pixels);
    return transfer(pixels.buffer, [pixels.buffer]);
  },
  standing(): SpraySaid | undefined {
    if (!panel) return undefined;
    const standing = sprayStanding(panel, coatsNow(panel), 3);
    return { standing, score: sprayScore(standing), defects: sprayDefects(standing, panel.paint), coats: panel.coats };
  },
  best: (of: SprayLesson, gun: SprayGun) => bestStrategy(of, gun),
};
export type SprayWorker = typeof api;

expose(api);
