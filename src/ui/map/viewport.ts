import type { Point } from '@/core';

const MOST = 12;
const REST_MS = 180;

/**
 * Where on the screen a drawing lies: moved and enlarged at every frame of a gesture, straight on its element, so that nothing
 * is drawn anew while a finger moves.
 */
export class Viewport {
  private el: HTMLElement | null = null;
  private resting: ReturnType<typeof setTimeout> | undefined;
  private scale = 1;
  private x = 0;
  private y = 0;
  private width = 1;
  private height = 1;
  /** Pixels for a millimetre at scale 1, and where the drawing's own zero lies, px. */
  private perMm = 1;
  private zero: Point = { x: 0, y: 0 };

  attach(el: HTMLElement | null): void {
    this.el = el;
    this.show();
  }
  /** The room that there is, and how the drawing is fitted into it. */
  fitTo(width: number, height: number, perMm: number, zero: Point): void {
    Object.assign(this, { width, height, perMm, zero });
    this.show();
  }
  fit(): void {
    this.scale = 1;
    this.x = this.y = 0;
    this.show();
  }
  pan(dx: number, dy: number): void {
    this.x += dx;
    this.y += dy;
    this.show();
  }
  /** Enlarges around a place on the screen, px. */
  zoom(by: number, at: Point = { x: this.width / 2, y: this.height / 2 }): void {
    const next = Math.min(MOST, Math.max(1, this.scale * by));
    const f = next / this.scale;
    this.x = at.x - (at.x - this.x) * f;
    this.y = at.y - (at.y - this.y) * f;
    this.scale = next;
    this.show();
  }
  /** What lies under a place on the screen, mm on the panel. */
  toMm(at: Point): Point {
    return {
      x: ((at.x - this.x) / this.scale - this.zero.x) / this.perMm,
      y: ((at.y - this.y) / this.scale - this.zero.y) / this.perMm,
    };
  }
  /** Millimetres that a pixel covers now. */
  mmPerPx(): number {
    return 1 / (this.perMm * this.scale);
  }
  private show(): void {
    // Never so far that nothing of the drawing is left to see.
    const [w, h] = [this.width * this.scale, this.height * this.scale];
    this.x = Math.min(this.width * 0.7, Math.max(this.width * 0.3 - w, this.x));
    this.y = Math.min(this.height * 0.7, Math.max(this.height * 0.3 - h, this.y));
    if (!this.el) return;
    const { style } = this.el;
    style.transform = `translate(${this.x}px, ${this.y}px) scale(${this.scale})`;
    // While it moves it is one picture for the browser; at rest it is drawn sharp at its new size.
    style.willChange = 'transform';
    clearTimeout(this.resting);
    this.resting = setTimeout(() => (style.willChange = 'auto'), REST_MS);
  }
}
