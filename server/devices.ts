import { json, Router, type Request, type Response } from 'express';
import {
  BENCH_FAULTS,
  DEVICES,
  roundAsLogger,
  workshopAir,
  workshopForecast,
  type BenchFault,
  gaugeReadingUm,
  workshopScan,
  type BenchInfo,
  type ScaleMessage,
  type DeviceName,
  type FilmMessage,
  type ForecastMessage,
  type LoggerMessage,
  type ScanMessage,
  type SurfaceMessage,
} from '../src/core/devices';
import { spectroReading } from '../src/core/devices/spectroBench';
import { entriesOf } from '../src/core/keysOf';

export interface BenchOptions {
  seed?: number;
  /** Minutes between two readings of the logger. */
  everyMin?: number;
  /** The moment that counts as 'today, 13:45' in the made-up weather, ms. */
  anchorMs: number;
  /** The time, ms. Device time for a test. */
  now(): number;
}

const INFO: BenchInfo = { bench: 'stratocoat-bench', version: 1 };
/** A stream looks this often whether a reading is due, ms. */
const TICK_MS = 200;
const MAX_STREAMS = 20;
/** The scale speaks so often, ms. */
const SCALE_MS = 150;
const OUNCE_G = 28.349523125;
const DRIFT_G_MIN = 12;
/** Nobody reads out more than this at once. */
const OLDEST_MS = 60 * 86_400_000;

const number = (v: unknown, otherwise: number): number => {
  const n = Number(v);
  return typeof v === 'string' && v !== '' && Number.isFinite(n) ? n : otherwise;
};

/** A size or a film that is asked for: over nothing, and not out of all reason. */
const within = (v: unknown, otherwise: number, most: number): number => {
  const n = number(v, otherwise);
  return n > 0 && n <= most ? n : otherwise;
};

/**
 * The simulated bench: a climate logger with a memory, a surface thermometer, a weather forecast, a scanner of panels and a film gauge, seeded, with
 * faults on demand. docs/devices.md says what each address takes and gives.
 */
export function createBench({ seed = 1, everyMin = 5, anchorMs, now }: BenchOptions): Router {
  const router = Router();
  const stepMs = everyMin * 60_000;
  let fault: { kind: BenchFault; untilMs: number; seconds: number } | undefined;
  let streams = 0;
  let readings = 0;
  const broken = (): BenchFault | undefined => (fault && now() < fault.untilMs ? fault.kind : undefined);

  const logged = (atMs: number): LoggerMessage => roundAsLogger(workshopAir(atMs, anchorMs, seed));
  /** What goes over the wire for a reading: itself, or what the fault makes of it. */
  const wire = (m: LoggerMessage): string => {
    switch (broken()) {
      case 'hot':
        return JSON.stringify({ ...m, tempC: 400 });
      case 'nan':
        return JSON.stringify({ ...m, tempC: null });
      case 'future':
        return JSON.stringify({ ...m, atMs: m.atMs + 86_400_000 });
      case 'junk':
        return '{"tempC": 1';
      case 'dropout':
      // These are the scale's.
      case 'shaking':
      case 'drifting':
      case 'ounces':
      // And this one the spectrophotometer's.
      case 'curved':
      case undefined:
        return JSON.stringify(m);
    }
  };
  /** What is asked for; a browser that comes back after a break says what it has. */
  const since = (req: Request): number => {
    const had = number(req.headers['last-event-id'], NaN);
    return Math.max(now() - OLDEST_MS, Number.isNaN(had) ? number(req.query.sinceMs, now() - stepMs) : had);
  };

  const storedSince = (fromMs: number): LoggerMessage[] => {
    const out: LoggerMessage[] = [];
    for (let t = Math.floor(fromMs / stepMs) * stepMs + stepMs; t <= now(); t += stepMs) out.push(logged(t));
    return out;
  };

  /** What stands on the scale, g; since when somebody pours, and how fast; what it was tared at. */
  const scale = { loadG: 0, tareG: 0, pouringSince: 0, pouringGS: 0 };
  const settle = () => {
    if (scale.pouringGS > 0) scale.loadG += ((now() - scale.pouringSince) / 1000) * scale.pouringGS;
    scale.pouringSince = now();
  };
  let shakes = 0;
  const weighed = (): ScaleMessage => {
    settle();
    const kind = broken();
    let g = scale.loadG - scale.tareG;
    if (kind === 'shaking') g += (shakes++ % 2 === 0 ? 1 : -1) * (1.2 + 0.6 * Math.sin(shakes));
    if (kind === 'drifting' && fault) g += ((fault.seconds - (fault.untilMs - now()) / 1000) * DRIFT_G_MIN) / 60;
    if (kind === 'hot') g *= 1000;
    const ounces = kind === 'ounces';
    const weight = ounces ? Math.round((g / OUNCE_G) * 1000) / 1000 : Math.round(g * 10) / 10;
    return { atMs: now(), weight: kind === 'nan' ? (null as unknown as number) : weight, unit: ounces ? 'oz' : 'g' };
  };

  /** When the instrument last read its white tile, and how often it was asked. */
  let tileMs: number | null = null;
  let spectra = 0;

  router.get('/', (_req, res) => void res.json(INFO));
  /** What each device answers when it is asked once. A device that is missing here does not compile. */
  const answers: { [D in DeviceName]: (req: Request) => object } = {
    climate: (req) => storedSince(since(req)),
    surface: () => {
      const t = now();
      // A panel lags behind the air: thin steel by about eight minutes.
      const surfaceC = broken() === 'hot' ? 400 : workshopAir(t - 8 * 60_000, anchorMs, seed).tempC;
      return { atMs: t, surfaceC: Math.round(surfaceC * 10) / 10 } satisfies SurfaceMessage;
    },
    // It hears what is asked for, as a real one sees what it is held over.
    scanner: (req) => {
      const points = workshopScan(within(req.query.widthMm, 900, 4000), within(req.query.heightMm, 600, 4000), seed);
      const kind = broken();
      return {
        atMs: now(),
        points:
          kind === 'hot'
            ? points.map((p) => ({ ...p, mm: p.mm * 1000 }))
            : kind === 'nan'
              ? points.map((p) => ({ ...p, mm: null as unknown as number }))
              : points,
      } satisfies ScanMessage;
    },
    gauge: (req) => {
      const filmUm =
        broken() === 'hot' ? 400_000 : gaugeReadingUm(within(req.query.trueUm, 110, 5000), seed, readings++);
      return { atMs: now(), filmUm } satisfies FilmMessage;
    },
    scale: weighed,
    spectro: (req) => {
      const { toners } = req.query;
      const m = spectroReading(
        {
          toners: typeof toners === 'string' ? toners.slice(0, 2000) : '',
          filmUm: within(req.query.filmUm, 24, 500),
          flakeTilt: within(req.query.flakeTilt, 1, 3),
          ground: within(req.query.ground, 0.28, 1),
          car: req.query.car === '1',
        },
        seed,
        spectra++,
        tileMs,
        now(),
      );
      switch (broken()) {
        case 'curved':
          return { ...m, seated: false };
        case 'hot':
          return { ...m, reflectance: m.reflectance.map((r) => r.map((v) => v * 100)) };
        case 'nan':
          return { ...m, reflectance: m.reflectance.map((r) => r.slice(1)) };
        case 'drifting':
          return { ...m, tileMs: m.atMs - 10 * 3_600_000 };
        default:
          return m;
      }
    },
    forecast: () => ({ issuedMs: now(), points: workshopForecast(now(), anchorMs, seed) }) satisfies ForecastMessage,
  };
  for (const [name, answer] of entriesOf(answers))
    router.get(DEVICES[name].path, (req: Request, res: Response) =>
      broken() === 'dropout' ? void res.status(503).json({ error: DEVICES[name].silent }) : void res.json(answer(req)),
    );
  router.get(`${DEVICES.scale.path}/stream`, (req: Request, res: Response) => {
    if (streams >= MAX_STREAMS) return void res.status(503).json({ error: 'Too many are listening' });
    if (broken() === 'dropout') return void res.status(503).json({ error: DEVICES.scale.silent });
    streams++;
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('retry: 1000\n\n');
    const timer = setInterval(() => {
      if (broken() === 'dropout') return res.end();
      res.write(`event: reading\ndata: ${broken() === 'junk' ? '{"weight"' : JSON.stringify(weighed())}\n\n`);
      (res as Response & { flush?(): void }).flush?.();
    }, SCALE_MS);
    res.on('close', () => {
      clearInterval(timer);
      streams--;
    });
  });
  // What hands do on a real one: put something on it, pour, stop, tare.
  router.post(DEVICES.scale.path, json({ limit: '1kb' }), (req: Request, res: Response) => {
    const { loadG, pourGS, tare } = (req.body ?? {}) as { loadG?: unknown; pourGS?: unknown; tare?: unknown };
    settle();
    if (typeof loadG === 'number' && loadG >= 0 && loadG <= 20_000) scale.loadG = loadG;
    else if (typeof pourGS === 'number' && pourGS >= 0 && pourGS <= 200) scale.pouringGS = pourGS;
    else if (tare === true) scale.tareG = scale.loadG;
    else return void res.status(400).json({ error: 'loadG: 0 to 20000; or pourGS: 0 to 200; or tare: true' });
    res.json(weighed());
  });
  // Hands put it on its tile.
  router.post(DEVICES.spectro.path, json({ limit: '1kb' }), (req: Request, res: Response) => {
    if (broken() === 'dropout') return void res.status(503).json({ error: DEVICES.spectro.silent });
    if ((req.body as { tile?: unknown } | undefined)?.tile !== true)
      return void res.status(400).json({ error: 'tile: true' });
    tileMs = now();
    res.json({ tileMs });
  });
  router.get(`${DEVICES.climate.path}/stream`, (req: Request, res: Response) => {
    if (streams >= MAX_STREAMS) return void res.status(503).json({ error: 'Too many are listening' });
    if (broken() === 'dropout') return void res.status(503).json({ error: DEVICES.climate.silent });
    streams++;
    // Stored readings are given out at this many times real time; from the present on it is real time.
    const factor = Math.min(1e6, Math.max(1, number(req.query.factor, 3600)));
    const began = now();
    const from = since(req);
    let next = Math.floor(from / stepMs) * stepMs + stepMs;
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('retry: 2000\n\n');
    const timer = setInterval(() => {
      if (broken() === 'dropout') return res.end();
      const deviceMs = Math.min(now(), from + (now() - began) * factor);
      for (let n = 0; next <= deviceMs && n < 200; n++, next += stepMs)
        res.write(`event: reading\nid: ${next}\ndata: ${wire(logged(next))}\n\n`);
      // A wrong value does not wait for the next reading's time.
      if (broken()) res.write(`event: reading\ndata: ${wire(logged(Math.floor(now() / stepMs) * stepMs))}\n\n`);
      // The stream is compressed on its way: what was written has to leave at once.
      (res as Response & { flush?(): void }).flush?.();
    }, TICK_MS);
    res.on('close', () => {
      clearInterval(timer);
      streams--;
    });
  });
  router.post('/fault', json({ limit: '1kb' }), (req: Request, res: Response) => {
    const body = req.body as { kind?: unknown; seconds?: unknown } | undefined;
    const kind = BENCH_FAULTS.find((k) => k === body?.kind);
    const seconds = body?.seconds;
    if (body?.kind === 'none') fault = undefined;
    else if (!kind || typeof seconds !== 'number' || !(seconds > 0 && seconds <= 3600))
      return void res
        .status(400)
        .json({ error: `kind: one of ${BENCH_FAULTS.join(', ')} or none; seconds: over 0, up to 3600` });
    else fault = { kind, untilMs: now() + seconds * 1000, seconds };
    res.json({ fault: broken() ?? 'none' });
  });
  return router;
}
