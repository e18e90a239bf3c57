import type { Point } from '@/core';

const MAX_ZOOM = 12;
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
  private readonly heard = new Set<() => void>();
  /** How much it was enlarged when it last came to rest. */
  private atRest = 1;
  private readonly rested = new Set<() => void>();

  /** Tells of every move. @returns how to stop it */
  readonly hear = (f: () => void): (() => void) => {
    this.heard.add(f);
    return () => this.heard.delete(f);
  };
  /** Tells when it has come to rest at another size: signs, lines and names are then drawn at their own size again. */
  readonly hearRest = (f: () => void): (() => void) => {
    this.rested.add(f);
    return () => this.rested.delete(f);
  };
  readonly scaleAtRest = (): number => this.atRest;
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
    const next = Math.min(MAX_ZOOM, Math.max(1, this.scale * by));
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
  /** Where a place of the panel lies on the screen now, px: the inverse of {@link toMm}. */
  toPx(at: Point): Point {
    return {
      x: (at.x * this.perMm + this.zero.x) * this.scale + this.x,
      y: (at.y * this.perMm + this.zero.y) * this.scale + this.y,
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
    for (const f of this.heard) f();
    if (this.el) {
      const { style } = this.el;
      style.transform = `translate(${this.x}px, ${this.y}px) scale(${this.scale})`;
      // While it moves it is one picture for the browser; at rest it is drawn sharp at its new size.
      style.willChange = 'transform';
    }
    clearTimeout(this.resting);
    this.resting = setTimeout(() => this.rest(), REST_MS);
  }
  private rest(): void {
    if (this.el) this.el.style.willChange = 'auto';
    if (this.atRest === this.scale) return;
    this.atRest = this.scale;
    for (const f of this.rested) f();
  }
}
