import type { ColourFacts } from '../colour/cards';
import { FAMILIES } from '../library/families';
import { isSameColour } from '../library/finish';
import { care, rule, type Finding, type Rule, type RuleContext, type StepOf } from './rule';

type Coat = RuleContext<StepOf<'coat'>>;

/** The first colour on a part whose colour has a name: what comes after it is looked at no more. */
function firstColour(c: Coat): { name: string; facts: ColourFacts } | undefined {
  const name = c.around?.finish.colour?.name;
  if (!c.around || name === undefined || c.around.isCard || !FAMILIES[c.step.product.family].coloured) return undefined;
  return c.strata.layers.some((l) => FAMILIES[l.family].coloured) ? undefined : { name, facts: c.around.colour() };
}

const onFirst = (
  id: string,
  about: string,
  check: (of: { name: string; facts: ColourFacts }, c: Coat) => Finding | undefined,
): Rule =>
  rule(id, ['coat'], about, (c) => {
    const of = firstColour(c);
    return of && check(of, c);
  });

/** Colour that nobody has seen beside the car. */
export const COLOUR_RULES: readonly Rule[] = [
  onFirst('colour.noCard', 'Colour without a card', ({ name, facts }) =>
    facts.cards.some((x) => x.sprayed)
      ? undefined
      : care(
          `No card of ${name} was sprayed: nobody knows how it looks beside the car.`,
          'Spray a card, half of it cleared, and hold it against the car first.',
        ),
  ),
  onFirst('colour.notCompared', 'A card that nobody held against the car', ({ facts }) =>
    facts.cards.some((x) => x.sprayed) && !facts.cards.some((x) => x.compared)
      ? care(
          'The card was not held against the car yet.',
          'Look at it beside the car, face-on and along, in sun and shade.',
        )
      : undefined,
  ),
  onFirst('colour.notCleared', 'A card that is not cleared', ({ facts }, c) =>
    FAMILIES[c.step.product.family].role === 'base' &&
    facts.cards.some((x) => x.sprayed) &&
    !facts.cards.some((x) => x.sprayed && x.cleared)
      ? care(
          'No card is cleared: under clear the colour is darker and deeper.',
          'Clear half of a card, and look again.',
        )
      : undefined,
  ),
  onFirst('colour.ground', 'A card over another ground than the panel', ({ facts }, c) => {
    const { top } = c;
    const grounds = facts.cards.flatMap((x) => x.grounds);
    // What is blended lies on a finish that was there, and no card has that.
    if (
      !top ||
      grounds.length === 0 ||
      FAMILIES[top.family].role === 'found' ||
      FAMILIES[top.family].role === 'topcoat'
    )
      return undefined;
    return grounds.includes(top.family)
      ? undefined
      : care(
          `The cards lie over ${FAMILIES[grounds[0] ?? top.family].name.toLowerCase()}, this is ${top.label.toLowerCase()}: what shows through is another colour.`,
          'A card over the same primer, or one coat more until nothing shows.',
        );
  }),
  onFirst('colour.dullReading', 'A reading of a dull or wet face', ({ facts }) =>
    facts.carSurface === undefined || facts.carSurface === 'polished'
      ? undefined
      : care(
          facts.carSurface === 'wet'
            ? 'The car was wet or dirty where it was read: that is not its colour.'
            : 'The car was not polished where it was read: it reads lighter and greyer than it is.',
          'Wash and polish a patch beside the repair, and read it again.',
        ),
  ),
  rule('colour.secondBatch', ['coat'], 'A second batch beside what is seen with it', (c) => {
    const { batchId, product } = c.step;
    if (batchId === undefined || !c.around || c.around.isCard || !FAMILIES[product.family].coloured) return undefined;
    const other = c.around.beside().find((b) => b.batchId !== batchId);
    if (!other) return undefined;
    // A card out of this very cup, held against the car, has answered it.
    if (c.around.colour().cards.some((x) => x.compared && x.batchIds.includes(batchId))) return undefined;
    return care(
      `${other.zone} is out of another batch: side by side two batches may differ.`,
      'Stir both into one for the last coat, or hold a card of this one against it.',
    );
  }),
  rule('colour.ladder', ['coat'], 'A coat of another colour on base, without a ladder', (c) => {
    const { colourHex, product } = c.step;
    if (!c.around || c.around.isCard || FAMILIES[product.family].role !== 'base' || colourHex === undefined)
      return undefined;
    const below = c.top;
    if (
      !below ||
      FAMILIES[below.family].role !== 'base' ||
      below.colourHex === undefined ||
      isSameColour(below, c.step)
    )
      return undefined;
    return c.around.colour().cards.some((x) => x.ladder && x.compared)
      ? undefined
      : care(
          'Three stages: each coat of this one makes it another colour, and nobody has seen how many it takes.',
          'Spray a ladder of strips, one coat more each, clear it, and count the coats of the one that fits.',
        );
  }),
];
