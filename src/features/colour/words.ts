import { LAST_COATS, THINNER_SPEEDS } from '@/core/log/colourRead';
import { APPLICATIONS, formatQuantity, upperFirst, type UnitSystem } from '@/core';
import type { ColourAnswer, ColourVerdict, SprayedFacts, Turn } from '@/core/colour';

/** What to do, in a word or two. */
export const ANSWERS: Record<ColourAnswer, string> = {
  butt: 'May end at a gap',
  blend: 'Blend it',
  respray: 'Spray the card another way',
  tint: 'Tint it',
};
export const ANSWER_TONES: Record<ColourAnswer, 'good' | 'window' | 'stop'> = {
  butt: 'good',
  blend: 'window',
  respray: 'stop',
  tint: 'stop',
};

const f1 = (x: number): string => x.toFixed(1);

/** '1.3, between 1.1 and 1.6'. */
export const deText = ({ de, low, high }: Pick<ColourVerdict, 'de' | 'low' | 'high'>): string =>
  high - low < 0.15 ? f1(de) : `${f1(de)}, between ${f1(low)} and ${f1(high)}`;

/** What to turn at the gun: 'a slower thinner', 'the gun at 14 cm'. */
export function turnWords(t: Turn, units: UnitSystem): string {
  switch (t.what) {
    case 'thinner':
      return `${THINNER_SPEEDS[t.to].toLowerCase()} thinner`;
    case 'distance':
      return `the gun at ${formatQuantity('length', t.toMm / 10, units, 0)}`;
    case 'lastCoat':
      return t.to === 'drop' ? 'a light drop coat last' : t.to === 'wet' ? 'the last coat wet' : 'the last coat even';
    case 'coats':
      return t.to === 'lighter' ? 'lighter coats, one more of them' : 'heavier coats';
  }
}

/** How a card was sprayed: '3 coats over high-build primer, low-pressure gun at 18 cm, slow thinner, drop coat; cleared'. */
export function sprayedWords(f: SprayedFacts, units: UnitSystem): string {
  const { application, thinner, distanceMm, lastCoat } = f.spraying;
  const gun = `${APPLICATIONS[application].name.toLowerCase()}${distanceMm === undefined ? '' : ` at ${formatQuantity('length', distanceMm / 10, units, 0)}`}`;
  return [
    `${f.base.coats} ${f.base.coats === 1 ? 'coat' : 'coats'} of ${f.base.label.toLowerCase()}${f.ground === undefined ? '' : ` over ${f.ground.toLowerCase()}`}`,
    gun,
    thinner && thinner !== 'usual' && `${THINNER_SPEEDS[thinner].toLowerCase()} thinner`,
    lastCoat &&
      lastCoat !== 'usual' &&
      (lastCoat === 'drop' ? 'drop coat last' : `last coat ${LAST_COATS[lastCoat].toLowerCase()}`),
    f.cleared ? 'cleared' : 'not cleared yet',
    f.who !== undefined && `by ${f.who}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** 'White' of 'Toner, white'. */
export const withoutToner = (name: string): string => String(upperFirst(name.replace(/^Toner, /, '')));
