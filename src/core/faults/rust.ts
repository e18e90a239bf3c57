import type { HouseMethod } from '../library/method';
import { figure, phrase, type Message } from '../units/phrase';

/** 1: on the surface. 2: pits. 3: through, or so thin that a screwdriver goes through. */
export type RustGrade = 1 | 2 | 3;

export interface RustStep {
  text: Message;
  /** Named where a check, not a hand, decides whether it goes on. */
  check?: true;
}

/**
 * The usual way with rust of a grade, by the shop's school, in order. Source: the usual practice of body repair; the
 * converter's own sheet has its coats and times.
 * @param cavity behind a seam or inside a box section, where no paper reaches
 */
export function rustSteps(grade: RustGrade, school: HouseMethod['rust'], cavity: boolean): RustStep[] {
  if (grade === 3)
    return [
      {
        text: phrase`Mark to ${figure('thickness', 20)} beyond the last thin metal, and see what is behind before cutting.`,
      },
      { text: 'Cut out to sound metal; bright on both faces where the seam will be.' },
      { text: 'Weld-through primer on every face that the patch will hide.' },
      { text: 'Plug or butt weld in short stitches; grind flush and no further.' },
      { text: 'Epoxy both faces, seam sealer, then cavity wax once paint has cured.' },
      { text: 'Water runs out at the lowest point when poured in.', check: true },
    ];
  const clean: RustStep[] = cavity
    ? [
        { text: 'Open or find the drain; let it dry out, with warm air if it must be soon.' },
        { text: 'Loose scale out: cable brush, then vacuum.' },
      ]
    : grade === 1
      ? [{ text: 'Abrade to bright metal, P80 then P120, wider than the stain.' }]
      : [
          { text: 'Wire brush or spot blast into every pit; paper rides over them.' },
          { text: 'Look with a lens: no brown at the bottom of a pit.', check: true },
        ];
  const convert: RustStep[] = [
    { text: 'Converter, two thin coats, on what is still brown only; not on bright metal.' },
    { text: 'It has turned black all over: where it stays brown or wet it has not reacted.', check: true },
    { text: 'Over it goes epoxy or direct-to-metal primer, once it is dry; etch primer does not.' },
  ];
  const last: RustStep[] = cavity
    ? [
        { text: 'Cavity wax through every hole, until it shows at the drain.' },
        { text: 'The drain is still open.', check: true },
      ]
    : [{ text: 'Epoxy within the time that the air leaves bare steel.' }];
  if (cavity || (school === 'convert' && grade === 2)) return [...clean, ...convert, ...last];
  if (school === 'cutOut' && grade === 2)
    return [...clean, { text: 'Pits that stay brown are cut out, or built with weld and ground back.' }, ...last];
  return [...clean, ...last];
}
