import { Gesture, type ComposedGesture } from 'react-native-gesture-handler';
import type { Point } from '@/core';
import type { Sketch } from './sketch';
import type { Viewport } from './viewport';

/** A thumb covers this much, px. */
const THUMB = 22;
/** From here on a touch is a line and no tap, px. */
const MOVED = 5;
/** Points of a dragged line stand at least so far apart on the screen, px. */
const STEP = 4;

/** What one finger does: moves the panel; draws an outline, stroke by stroke; a line likewise, which stays open; or goes round something, once. */
export type Finger = 'moves' | 'draws' | 'lines' | 'rounds';

/**
 * One finger moves the panel or draws on it, two move it and make it grow; a tap asks what is there, or is a corner.
 * @param onTap with the place, and how far around it a thumb reaches, mm
 * @param onRound once a finger that went round something is lifted; what it drew is in the sketch
 */
export function gesturesOf(
  view: Viewport,
  sketch: Sketch,
  finger: Finger,
  onTap: (at: Point, reachMm: number) => void,
  onRound?: () => void,
): ComposedGesture {
  let lastScale = 1;
  let last: Point = { x: 0, y: 0 };
  const begin = () => {
    last = { x: 0, y: 0 };
  };
  const follow = (e: { translationX: number; translationY: number }) => {
    view.pan(e.translationX - last.x, e.translationY - last.y);
    last = { x: e.translationX, y: e.translationY };
  };
  const one = Gesture.Pan().maxPointers(1).minDistance(MOVED).runOnJS(true);
  const line = (e: Point) => sketch.add(view.toMm(e), STEP * view.mmPerPx());
  if (finger === 'rounds')
    one
      .onStart((e) => {
        sketch.clear();
        sketch.begin();
        line(e);
      })
      .onUpdate(line)
      .onEnd((_, whole) => (whole ? onRound?.() : sketch.clear()));
  else if (finger === 'draws' || finger === 'lines')
    one
      .onBegin((e) => {
        // While drawing, a touch that does not move is a corner.
        sketch.begin();
        sketch.add(view.toMm(e));
      })
      .onUpdate(line)
      .onEnd((_, whole) => {
        if (whole && finger === 'draws') sketch.closeNear(THUMB * view.mmPerPx());
      });
  else one.onBegin(begin).onUpdate(follow);
  const two = Gesture.Pan().minPointers(2).runOnJS(true).onBegin(begin).onUpdate(follow);
  const pinch = Gesture.Pinch()
    .runOnJS(true)
    .onBegin(() => {
      lastScale = 1;
    })
    .onStart(() => {
      if (finger === 'draws' || finger === 'lines') sketch.breakOff();
    })
    .onUpdate((e) => {
      view.zoom(e.scale / lastScale, { x: e.focalX, y: e.focalY });
      lastScale = e.scale;
    });
  const tap = Gesture.Tap()
    .runOnJS(true)
    .maxDuration(600)
    // A quick line is no tap.
    .maxDistance(MOVED)
    .onEnd((e) => {
      if (finger !== 'draws' && finger !== 'lines') onTap(view.toMm(e), THUMB * view.mmPerPx());
    });
  return Gesture.Simultaneous(one, two, pinch, tap);
}
