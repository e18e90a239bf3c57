import { photoDifference, type PhotoTaps, type Picture } from './photo';

const SIZE = { width: 400, height: 300 };
const TAPS: PhotoTaps = { car: { x: 100, y: 80 }, card: { x: 200, y: 80 }, grey: { x: 150, y: 220 } };
type Rgb = readonly [number, number, number];

/** A picture with the car left, the card right, and a grey below; `light` multiplies what comes back, linear, by place. */
function picture(car: Rgb, card: Rgb, grey: Rgb, light: (x: number, y: number) => number = () => 1): Picture {
  const data = new Uint8ClampedArray(SIZE.width * SIZE.height * 4);
  const gamma = (v: number) => 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
  for (let y = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++) {
      const rgb = y > 150 ? grey : x < 150 ? car : card;
      const i = (y * SIZE.width + x) * 4;
      // A little grain, the same in every run.
      const grain = 1 + 0.01 * (((x * 7 + y * 13) % 5) - 2);
      rgb.forEach((v, c) => (data[i + c] = gamma(Math.min(1, v * light(x, y) * grain))));
      data[i + 3] = 255;
    }
  return { ...SIZE, data };
}
const VIEW = { angleDeg: 25, light: 'D65' } as const;
const GREY: Rgb = [0.18, 0.18, 0.18];
const flat = (v: number): Rgb => [v, v, v];
const read = (p: Picture, taps = TAPS) => photoDifference(p, taps, VIEW);
const saidOf = (p: Picture, taps = TAPS) => {
  const r = read(p, taps);
  return r.ok ? '' : r.error.map((e) => `${e.place}: ${e.message}`).join(' ');
};

describe('a photo of car, card and grey', () => {
  it('by hand: 18.42 % beside 16.25 % is L* 50 beside 47.3', () => {
    const r = read(picture(flat(0.184187), flat(0.1625), GREY));
    if (!r.ok) throw new Error(saidOf(picture(flat(0.184187), flat(0.1625), GREY)));
    // 116 · (0.1625)^(1/3) − 16 = 47.30; pixels are whole numbers.
    expect(r.value.lab[0]).toBeCloseTo(-2.7, 0);
    expect(Math.abs(r.value.lab[0] + 2.7)).toBeLessThan(0.3);
    expect(Math.abs(r.value.lab[1]) + Math.abs(r.value.lab[2])).toBeLessThan(0.3);
  });

  it('a camera that is darker, and light that is warmer, change nothing that is used', () => {
    const at = (k: Rgb) => {
      const by = (c: Rgb): Rgb => [c[0] * k[0], c[1] * k[1], c[2] * k[2]];
      const r = read(picture(by([0.12, 0.2, 0.3]), by([0.13, 0.19, 0.28]), by(GREY)));
      if (!r.ok) throw new Error('refused');
      return r.value.lab;
    };
    const plain = at([1, 1, 1]);
    for (const k of [
      [0.7, 0.7, 0.7],
      [1.3, 1, 0.75],
    ] as const)
      at(k).forEach((v, i) => expect(Math.abs(v - plain[i]!)).toBeLessThan(0.6));
  });

  it('is never as sure as an instrument', () => {
    const r = read(picture(flat(0.2), flat(0.2), GREY));
    expect(r.ok && Math.min(...r.value.spread)).toBeGreaterThanOrEqual(0.5);
  });

  it('says what is wrong, in its place', () => {
    expect(saidOf(picture(flat(0.99), flat(0.2), GREY))).toMatch(/^car: The car is too bright/);
    expect(saidOf(picture(flat(0.2), flat(0.0001), GREY))).toMatch(/^card: The card is too dark/);
    expect(saidOf(picture(flat(0.2), flat(0.2), [0.5, 0.2, 0.05]))).toMatch(/^grey: That is no neutral grey/);
    const uneven = saidOf(picture(flat(0.2), flat(0.2), GREY, (x) => 1 + (x - 200) / 600));
    expect(uneven).toMatch(/^grey: The light is uneven.*1[5-9]\s%/);
    const plain = picture(flat(0.2), flat(0.2), GREY);
    expect(saidOf(plain, { ...TAPS, car: { x: 2, y: 80 } })).toMatch(/^car: The car is too near the picture's edge/);
    expect(saidOf(plain, { ...TAPS, card: { x: 101, y: 81 } })).toMatch(/tapped in the same place/);
    expect(saidOf(picture(flat(0.03), flat(0.5), GREY), { ...TAPS, car: { x: 150, y: 80 } })).toMatch(
      /an edge or a reflection on the car/,
    );
  });

  it('light that falls off a little is taken, and makes it less sure', () => {
    const even = read(picture(flat(0.2), flat(0.2), GREY));
    const sloped = read(picture(flat(0.2), flat(0.2), GREY, (x) => 1 + (x - 200) / 2500));
    if (!even.ok || !sloped.ok) throw new Error('refused');
    expect(sloped.value.spread[0]).toBeGreaterThan(even.value.spread[0] + 0.05);
  });
});
