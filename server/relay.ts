import { randomBytes } from 'node:crypto';
import express, { type Request, type Response, type Router } from 'express';

/**
 * Passes sealed messages from phone to phone of a shop. It knows neither phones nor jobs nor who asked whom: a message lies in a slot whose name only those two
 * know who have made it, and the newest takes the place of the one before. Everything is in memory, and gone when the server ends: phones send again what was not
 * acknowledged.
 */
export interface RelayOptions {
  now(): number;
  /** A slot that nobody has written for so long is forgotten, ms. */
  keepMs?: number;
  /** So many bytes all slots hold together; beyond that the oldest are forgotten. */
  mostBytes?: number;
  /** A question what is new is held for so long at most, ms. */
  holdMs?: number;
  /** Waits, so that tests need not. */
  sleep?(ms: number): Promise<void>;
}

export interface Relay {
  router: Router;
  /** All that it holds, for whoever wants to look. */
  held(): { name: string; bytes: Buffer }[];
}

interface Slot {
  bytes: Buffer;
  tag: string;
  atMs: number;
}

/** One message: a whole job packed, or a picture. */
const MOST_MESSAGE = 8_000_000;
const DAY_MS = 86_400_000;
const NAME = /^[A-Za-z0-9_-]{22,64}$/;
/** So many slots one question may be about, and so many questions may wait at once. */
const MOST_ASKED = 500;
const MOST_WAITING = 500;
/** A code is good for so long, ms: the phones forget it too. */
const INVITE_MS = 10 * 60_000;
const INVITE_BYTES = 100_000;
const MOST_INVITES = 100;
/** A device that asks with wrong codes: so many are free, each one more doubles the wait, and beyond these it is refused for a while. */
const FREE_GUESSES = 3;
const MOST_GUESSES = 10;
const MOST_WAIT_MS = 8000;
const REFUSED_MS = 15 * 60_000;
/** Wrong codes of all devices together, so that one with many addresses gets no further. */
const MOST_GUESSES_OF_ALL = 100;

export function createRelay({
  now,
  keepMs = 2 * DAY_MS,
  mostBytes = 256_000_000,
  holdMs = 20_000,
  sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
}: RelayOptions): Relay {
  /** Another one after every start: phones see that what they had sent is gone. */
  const life = randomBytes(9).toString('base64url');
  // By when they were written, the oldest first.
  const slots = new Map<string, Slot>();
  const invites = new Map<string, Slot>();
  const waiting = new Map<string, Set<() => void>>();
  const guesses = new Map<string, { count: number; lastMs: number }>();
  let [bytesHeld, waits] = [0, 0];

  const forget = (name: string) => {
    bytesHeld -= slots.get(name)?.bytes.length ?? 0;
    slots.delete(name);
  };
  const clear = () => {
    for (const [name, s] of slots) {
      if (s.atMs > now() - keepMs && bytesHeld <= mostBytes) break;
      forget(name);
    }
    for (const [name, s] of invites) if (s.atMs <= now() - INVITE_MS) invites.delete(name);
    for (const [from, g] of guesses) if (g.lastMs <= now() - REFUSED_MS) guesses.delete(from);
  };
  const newSlot = (bytes: Buffer): Slot => ({ bytes, tag: randomBytes(9).toString('base64url'), atMs: now() });

  const router = express.Router();
  router.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  router.param('name', (_req, res, next, name: string) => {
    if (NAME.test(name)) next();
    else res.status(400).json({ error: 'That is no name of a slot' });
  });
  const body = (limit: number) => express.raw({ type: 'application/octet-stream', limit });

  router.put('/slot/:name', body(MOST_MESSAGE), (req: Request<{ name: string }>, res) => {
    const { name } = req.params;
    if (!Buffer.isBuffer(req.body)) return void res.status(400).json({ error: 'A message is bytes' });
    clear();
    forget(name);
    const slot = newSlot(req.body);
    slots.set(name, slot);
    bytesHeld += req.body.length;
    clear();
    for (const tell of waiting.get(name) ?? []) tell();
    res.json({ life, tag: slot.tag });
  });
  router.get('/slot/:name', (req: Request<{ name: string }>, res) => send(res, slots.get(req.params.name)));
  router.delete('/slot/:name', (req: Request<{ name: string }>, res) => {
    forget(req.params.name);
    res.status(204).end();
  });

  /** What is new in some slots since the caller has read them: at once, or as soon as there is something. */
  router.post('/wait', express.json({ limit: 100_000 }), (req, res) => {
    const have = (req.body as { have?: unknown } | undefined)?.have;
    if (typeof have !== 'object' || have === null || Object.keys(have).length > MOST_ASKED)
      return void res.status(400).json({ error: 'It asks for nothing that can be said' });
    const asked = Object.entries(have).filter(([name]) => NAME.test(name));
    clear();
    const fresh = () =>
      asked.flatMap(([name, tag]) => {
        const s = slots.get(name);
        return s && s.tag !== tag ? [[name, s.tag] as const] : [];
      });
    const answer = () => res.json({ life, fresh: Object.fromEntries(fresh()) });
    const { life: known } = req.body as { life?: unknown };
    if (fresh().length > 0 || known !== life || waits >= MOST_WAITING) return void answer();
    waits++;
    const end = () => {
      waits--;
      clearTimeout(timer);
      res.off('close', end);
      for (const [name] of asked) {
        const all = waiting.get(name);
        all?.delete(tell);
        if (all?.size === 0) waiting.delete(name);
      }
    };
    const tell = () => {
      end();
      answer();
    };
    const timer = setTimeout(tell, holdMs);
    res.on('close', end);
    for (const [name] of asked) {
      const all = waiting.get(name) ?? new Set();
      waiting.set(name, all.add(tell));
    }
  });

  router.put('/invite/:name', body(INVITE_BYTES), (req: Request<{ name: string }>, res) => {
    if (!Buffer.isBuffer(req.body)) return void res.status(400).json({ error: 'A message is bytes' });
    clear();
    if (invites.size >= MOST_INVITES && !invites.has(req.params.name))
      return void res.status(503).json({ error: 'Too many phones are being asked in at once' });
    invites.set(req.params.name, newSlot(req.body));
    res.json({ life });
  });
  router.delete('/invite/:name', (req: Request<{ name: string }>, res) => {
    invites.delete(req.params.name);
    res.status(204).end();
  });
  router.get('/invite/:name', async (req: Request<{ name: string }>, res) => {
    clear();
    const from = req.socket.remoteAddress ?? '';
    const made = guesses.get(from)?.count ?? 0;
    const all = [...guesses.values()].reduce((n, g) => n + g.count, 0);
    if (made >= MOST_GUESSES || all >= MOST_GUESSES_OF_ALL)
      return void res
        .status(429)
        .set('Retry-After', String(REFUSED_MS / 1000))
        .json({ error: 'Too many wrong codes' });
    const found = invites.get(req.params.name);
    if (found) {
      guesses.delete(from);
      return send(res, found);
    }
    // Counted before the wait: many at once are slowed down like many one after the other.
    guesses.set(from, { count: made + 1, lastMs: now() });
    if (made >= FREE_GUESSES) await sleep(Math.min(MOST_WAIT_MS, 1000 * 2 ** (made - FREE_GUESSES)));
    send(res, undefined);
  });

  return { router, held: () => [...slots, ...invites].map(([name, s]) => ({ name, bytes: s.bytes })) };
}

function send(res: Response, slot: Slot | undefined): void {
  if (!slot) return void res.status(404).json({ error: 'There is nothing' });
  res.set('X-Tag', slot.tag).type('application/octet-stream').send(slot.bytes);
}
