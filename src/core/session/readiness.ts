import {
  airForVapour,
  airWay,
  changesAnHour,
  minutesForChanges,
  minutesUntil,
  MOSTLY_GONE,
  roomM3,
  settleMinutes,
  type SprayPlace,
} from '../air/ventilation';
import type { Mechanism, ProductFamily } from '../library/product';
import { READY_ITEMS, type ReadyItem, type SprayEvening } from '../log/evening';
import type { SubstrateKind } from '../library/substrates';
import { figure, phrase, type Message } from '../units/phrase';

/** What is known of the zones of an evening, from their log. */
export interface ReadyZone {
  id: string;
  substrate: SubstrateKind;
  /** Wiped since hands last worked on it, ms. */
  cleanedMs?: number;
  /** A coat lies on it that nobody has worked on since: the next one goes over it, and it is not wiped. */
  coated?: boolean;
  /** Masked since hands last worked on it, ms; and whether anything of it must not be painted. */
  maskedMs?: number;
  keepOuts: number;
}

export interface ReadyContext {
  evening: Pick<SprayEvening, 'ready' | 'fromMs' | 'untilMs'>;
  nowMs: number;
  zones: readonly ReadyZone[];
  /** What is sprayed. */
  products: readonly { family: ProductFamily; mechanism: Mechanism; minTempC: number; isocyanate: boolean }[];
  /** Solvent that evaporates while hands spray, g/h. */
  solventGH: number;
  /** What was read of the air, and of the surface, last. */
  air?: { atMs: number; tempC: number; dewC: number; surfaceC: number; measured: boolean };
  outsideC?: number;
  /** How fast the room falls back when its heater is off, min. */
  lagMin: number;
  place?: SprayPlace;
  /** Hours that the cartridges were sprayed with, and the person's own limit. */
  cartridge?: { usedH: number; limitH: number };
}

/** known: log, air or shelf say it. said: somebody said it tonight. ask: nobody has. against: what is known speaks against it. */
export type ReadyHow = 'known' | 'said' | 'ask' | 'against';
export interface ReadyLine {
  item: ReadyItem;
  label: string;
  how: ReadyHow;
  /** What it rests on, or what to do. */
  says: Message;
  /** When it was said or is known from, ms. */
  atMs?: number;
}

/** A reading of the air says something for so long, ms. */
const FRESH_MS = 45 * 60_000;
/** What was wiped stays clean for so long, ms. */
const CLEAN_MS = 2 * 3_600_000;
/** Whether a zone is clean enough for a coat, as far as the log knows. */
export const isWiped = (z: ReadyZone, nowMs: number): boolean =>
  z.coated === true || (z.cleanedMs !== undefined && nowMs - z.cleanedMs <= CLEAN_MS);

/** A surface is sprayed from so far above the dew point on, K (ISO 8502-4). */
const OVER_DEW_K = 3;
const PLASTIC: readonly SubstrateKind[] = ['plastic', 'smc', 'glassfibre'];

type Known = { how: 'known' | 'ask' | 'against'; says: Message; atMs?: number };
interface Item {
  label: string;
  /** Absent: always asked. */
  asked?(c: ReadyContext): boolean;
  known(c: ReadyContext): Known;
}

const ask = (says: Message): Known => ({ how: 'ask', says });
const round = (x: number, decimals = 0): number => Number(x.toFixed(decimals));
/** The oldest of moments that all have to be there. */
const oldest = (ms: readonly (number | undefined)[]): number | undefined =>
  ms.some((x) => x === undefined) ? undefined : Math.min(...ms.map((x) => x ?? Infinity));
const count = (n: number, of: number) => `${of - n} of ${of} ${of === 1 ? 'part' : 'parts'}`;

/** What is made ready, complete by type: what is known of it, and what to do where it is not. */
const ITEMS: { readonly [I in ReadyItem]: Item } = {
  airPath: {
    label: 'Air comes in, goes along the parts and out through a filter',
    known: (c) => {
      if (!c.place) return ask('Nobody has said where air comes in and goes out, or what the fan moves.');
      const way = airWay(c.place);
      if (way === 'still')
        return { how: 'against', says: 'No fan moves the air: vapour and mist stay where you breathe.' };
      if (way === 'short')
        return { how: 'against', says: 'In and out on one side: the air turns round before it reaches the parts.' };
      const m3 = roomM3(c.place);
      const changes = changesAnHour(c.place.fanM3H, m3);
      return ask(
        phrase`${round(changes)} changes an hour by the fan’s figure; vapour is mostly gone after ${round(minutesForChanges(MOSTLY_GONE, c.place.fanM3H, m3))} min. Open the way, clean the filter.`,
      );
    },
  },
  sweep: {
    label: 'Swept, and the dust has settled',
    known: (c) =>
      ask(
        c.place
          ? phrase`Fine dust takes ${round(settleMinutes(c.place.heightM, 10))} min to fall from the ceiling in still air: sweep before that.`
          : 'Fine dust takes a quarter of an hour to fall in still air: sweep before that.',
      ),
  },
  floor: {
    label: 'Floor wet or damp, and the water goes away from parts and cables',
    known: () =>
      ask('Damp holds dust. Standing water splashes and damps the air: waterborne paint dries slower by it.'),
  },
  light: { label: 'Light from two sides', known: () => ask('A wet edge is seen against the light, not under it.') },
  heatOff: {
    label: 'Heaters that blow or glow are off',
    asked: (c) => c.air !== undefined && c.outsideC !== undefined && c.outsideC < c.air.tempC - 2,
    known: (c) => {
      const dustMin = settleMinutes(c.place?.heightM ?? 2.4, 10);
      const least = Math.max(0, ...c.products.map((p) => p.minTempC));
      const lasts =
        c.air && c.outsideC !== undefined ? minutesUntil(least, c.air.tempC, c.outsideC, c.lagMin) : Infinity;
      if (lasts < dustMin)
        return {
          how: 'against',
          says: phrase`Off a quarter of an hour before the coat, the room is below ${figure('temp', least, 0)} by then: warm the parts themselves, or wait for a warmer evening.`,
        };
      return ask(
        Number.isFinite(lasts)
          ? phrase`Off ${round(dustMin)} min before the coat so that dust falls; without it the room stays over ${figure('temp', least, 0)} for ${round(lasts)} min.`
          : phrase`Off ${round(dustMin)} min before the coat, so that dust falls and no flame meets vapour.`,
      );
    },
  },
  warm: {
    label: 'Paint, gun and parts are as warm as the room',
    known: (c) => {
      const least = Math.max(0, ...c.products.map((p) => p.minTempC));
      if (c.air && c.nowMs - c.air.atMs <= FRESH_MS && c.air.surfaceC < least)
        return {
          how: 'against',
          says: phrase`The surface is at ${figure('temp', c.air.surfaceC, 1)}, and it asks for ${figure('temp', least, 0)}.`,
          atMs: c.air.atMs,
        };
      return ask('Cold paint comes out thick and runs later. Stand the tins in the room for some hours.');
    },
  },
  dry: {
    label: 'The surface is well over the dew point',
    known: (c) => {
      if (!c.air || c.nowMs - c.air.atMs > FRESH_MS) return ask('Nobody has read the air within the last 45 min.');
      const over = c.air.surfaceC - c.air.dewC;
      if (over < OVER_DEW_K)
        return {
          how: 'against',
          says: phrase`Only ${figure('tempDifference', over, 1)} over the dew point of ${figure('temp', c.air.dewC, 1)}: it sweats or blushes.`,
          atMs: c.air.atMs,
        };
      return {
        how: c.air.measured ? 'known' : 'ask',
        says: phrase`${figure('tempDifference', over, 1)} over the dew point of ${figure('temp', c.air.dewC, 1)}${c.air.measured ? '' : ', as set in the shop: nobody has read it'}.`,
        ...(c.air.measured && { atMs: c.air.atMs }),
      };
    },
  },
  wash: {
    label: 'Washed and wiped',
    asked: (c) => c.zones.some((z) => !z.coated),
    known: (c) => {
      const asked = c.zones.filter((z) => !z.coated);
      const open = asked.filter((z) => !isWiped(z, c.nowMs)).length;
      const at = oldest(asked.map((z) => z.cleanedMs));
      return open === 0 && at !== undefined
        ? { how: 'known', says: 'The log has every part wiped.', atMs: at }
        : ask(
            `${count(open, asked.length)} wiped within two hours by the log. A tick here logs the rest as wiped now.`,
          );
    },
  },
  tack: {
    label: 'Tacked off, lightly, just before the coat',
    known: () => ask('Not before: dust falls back within minutes.'),
  },
  earth: {
    label: 'Plastics earthed or wiped against static',
    asked: (c) => c.zones.some((z) => PLASTIC.includes(z.substrate)),
    known: () => ask('Rubbed plastic draws dust, and a spark meets vapour.'),
  },
  covered: {
    label: 'Everything else is covered',
    known: () => ask('Mist settles metres away, on glass and on what hangs there to dry.'),
  },
  masked: {
    label: 'What must not be painted is masked',
    asked: (c) => c.zones.some((z) => z.keepOuts > 0),
    known: (c) => {
      const asked = c.zones.filter((z) => z.keepOuts > 0);
      const open = asked.filter((z) => z.maskedMs === undefined).length;
      const at = oldest(asked.map((z) => z.maskedMs));
      return open === 0 && at !== undefined
        ? { how: 'known', says: 'The log has it masked.', atMs: at }
        : ask(`${count(open, asked.length)} masked by the log.`);
    },
  },
  fire: {
    label: 'No flame, no spark, extinguisher at hand, a way out',
    known: (c) =>
      c.place && c.solventGH > 0
        ? c.place.fanM3H < airForVapour(c.solventGH)
          ? {
              how: 'against',
              says: phrase`About ${figure('mass', c.solventGH, 0)} of solvent an hour: to stay at a quarter of what can burn takes ${figure('airFlow', airForVapour(c.solventGH) / 60)}, and the fan moves ${figure('airFlow', c.place.fanM3H / 60)}. Local code decides.`,
            }
          : ask(
              phrase`About ${figure('mass', c.solventGH, 0)} of solvent an hour. The fan’s figure is over what keeps it at a quarter of what can burn; corners are worse, and local code decides.`,
            )
        : ask('Solvent vapour burns and creeps along the floor. Local code decides.'),
  },
  breathing: {
    label: 'Breathing protection that suits, and fits',
    known: (c) => {
      if (c.products.some((p) => p.isocyanate))
        return ask(
          'The hardener holds isocyanates: air-fed, also while mixing and cleaning. Cartridges give no warning when they are spent. The sheet and your local code decide.',
        );
      if (c.cartridge && c.cartridge.usedH >= c.cartridge.limitH)
        return {
          how: 'against',
          says: phrase`The cartridges have ${round(c.cartridge.usedH, 1)} h of ${round(c.cartridge.limitH)} h on them: change them first.`,
        };
      return ask(
        c.cartridge
          ? phrase`Cartridges: ${round(c.cartridge.usedH, 1)} h of your own ${round(c.cartridge.limitH)} h. If you can smell it, they are spent.`
          : 'Cartridges in date, for vapour and mist. If you can smell it, they are spent.',
      );
    },
  },
};

/** Somebody's word holds from half a day before the evening until its end: also past midnight, and not for the next one. */
const BEFORE_MS = 12 * 3_600_000;

/**
 * What is ready for an evening, and what is asked. What log, air or shelf know is ticked with its time; what speaks against it stands before what
 * somebody said. None of it says that something is safe.
 */
export function readiness(c: ReadyContext): ReadyLine[] {
  return READY_ITEMS.flatMap((item): ReadyLine[] => {
    const { label, asked, known } = ITEMS[item];
    if (asked && !asked(c)) return [];
    const k = known(c);
    const said = c.evening.ready.find(
      (r) =>
        r.item === item && r.atMs >= c.evening.fromMs - BEFORE_MS && r.atMs <= Math.max(c.evening.untilMs, c.nowMs),
    );
    if (k.how === 'ask' && said) return [{ item, label, how: 'said', says: k.says, atMs: said.atMs }];
    return [{ item, label, ...k }];
  });
}

/** What still has to be said or done before the first coat. */
export const notReady = (lines: readonly ReadyLine[]): ReadyLine[] =>
  lines.filter((l) => l.how === 'ask' || l.how === 'against');
