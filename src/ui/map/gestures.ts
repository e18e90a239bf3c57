import { Gesture, type ComposedGesture } from 'react-native-gesture-handler';
import type { Point } from '@/core';
import type { Sketch } from './sketch';
import type { Viewport } from './viewport';

/** A thumb covers this much, px. */
const THUMB = 22;
/** Points of a dragged line stand at least so far apart on the screen, px. */
const STEP = 4;

/**
 * One finger moves the panel or draws on it, two move it and make it grow; a tap asks what is there, or is a corner.
 * @param onTap with the place, and how far around it a thumb reaches, mm
 */
export function gesturesOf(
  view: Viewport,
  sketch: Sketch,
  drawing: boolean,
  onTap: (at: Point, reachMm: number) => void,
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
  const one = Gesture.Pan().maxPointers(1).minDistance(5).runOnJS(true);
  if (drawing)
    one
      .onBegin((e) => {
        // While drawing, a touch that does not move is a corner.
        sketch.begin();
        sketch.add(view.toMm(e));
      })
      .onUpdate((e) => sketch.add(view.toMm(e), STEP * view.mmPerPx()));
  else one.onBegin(begin).onUpdate(follow);
  const two = Gesture.Pan().minPointers(2).runOnJS(true).onBegin(begin).onUpdate(follow);
  const pinch = Gesture.Pinch()
    .runOnJS(true)
    .onBegin(() => {
      lastScale = 1;
    })
    .onUpdate((e) => {
      view.zoom(e.scale / lastScale, { x: e.focalX, y: e.focalY });
      lastScale = e.scale;
    });
  const tap = Gesture.Tap()
    .runOnJS(true)
    .maxDuration(600)
    .onEnd((e) => {
      if (!drawing) onTap(view.toMm(e), THUMB * view.mmPerPx());
    });
  return Gesture.Simultaneous(one, two, pinch, tap);
}
