/**
 * An evening of 24 parts with six coats each on eight stands, of two products with their pot lives, put in order; bound 2 s, the longest of five. The order is
 * said beside its bound, which no order beats. And the same after each of its first forty coats, each a minute late: put in order again, bound 200 ms, the longest.
 */
import { planEvening, planInTurns, turnsOf, type Evening, type EveningPlan } from '../src/core/session';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();

function evening(begin: number): Evening {
  let seed = begin;
  const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const coats = (product: string, flashMin: number) =>
    Array.from({ length: 3 }, () => ({
      product,
      minutes: 2 + 4 * random(),
      ml: 30 + 60 * random(),
      flashMin,
      windowMin: 900,
    }));
  return {
    parts: Array.from({ length: 24 }, (_, i) => ({
      id: `p${i}`,
      weightG: 1000 + 12_000 * random(),
      dustFreeMin: 30,
      coats: [...coats('base', 12), ...coats('clear', 15)],
    })),
    stands: Array.from({ length: 8 }, (_, i) => ({ id: `s${i}`, bearsG: 15_000 })),
    products: {
      base: { cupMl: 600, mixMin: 5, cleanMin: 6, potLifeMin: 240 },
      clear: { cupMl: 600, mixMin: 5, cleanMin: 6, potLifeMin: 90 },
    },
    endMin: 2000,
  };
}

const samples: number[] = [];
for (let n = 1; n <= 5; n++) {
  stick.take();
  const given = evening(n);
  const began = performance.now();
  const plan = planEvening(given);
  samples.push(performance.now() - began);
  console.log(
    `${n}: done after ${plan.doneMin.toFixed(0)} min, no order before ${plan.boundMin.toFixed(0)}; ${plan.cups.length} cups, ${plan.left.length} parts wait`,
  );
}
report('evening', percentile(samples, 1), 'ms', 2000, { stick });

/** The evening as it stands after some of its coats, the last of them late. */
function after(e: Evening, plan: EveningPlan, coats: number, lateMin: number): Evening {
  const done = plan.steps.slice(0, coats);
  const now = (done.at(-1)?.endMin ?? 0) + lateMin;
  return {
    ...e,
    endMin: e.endMin - now,
    parts: e.parts.map((p) => {
      const own = done.filter((s) => s.partId === p.id);
      const last = own.at(-1);
      if (!last) return p;
      return {
        ...p,
        done: { coats: own.length, endedMin: last.endMin - now, ...(last.standId && { standId: last.standId }) },
      };
    }),
  };
}

const again: number[] = [];
let kept = 0;
for (let n = 1; n <= 5; n++) {
  const given = evening(n);
  const plan = planEvening(given);
  const turns = turnsOf(plan);
  for (let coats = 1; coats <= 40; coats++) {
    stick.take();
    const began = performance.now();
    const rest = planInTurns(after(given, plan, coats, 1), turns);
    again.push(performance.now() - began);
    if (rest.kept) kept++;
  }
}
console.log(`put in order again ${again.length} times, ${kept} of them in the turns that were agreed`);
report('evening-again', percentile(again, 1), 'ms', 200, { stick });
