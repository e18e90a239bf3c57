import { FAULT_KINDS, FAULT_NAMES, TREATMENT_NAMES } from '../log/marks';
import { FAULTS, isOpenWound, proposeTreatment } from './treatment';
import { rustSteps } from './rust';
import { DEFAULT_METHOD } from '../library/method';
import { REPAIRING } from '../systems/bears';
import { SUBSTRATE_KINDS } from '../library/substrates';

const propose = (fault: (typeof FAULT_KINDS)[number], grade: 1 | 2 | 3, more = {}) =>
  proposeTreatment({ fault, grade, substrate: 'steel', method: DEFAULT_METHOD, ...more }).treatment;

describe('what is done about a fault', () => {
  it('is proposed with one plain sentence for every kind, grade and substrate', () => {
    for (const fault of FAULT_KINDS)
      for (const grade of [1, 2, 3] as const)
        for (const substrate of SUBSTRATE_KINDS) {
          const p = proposeTreatment({ fault, grade, substrate, method: DEFAULT_METHOD });
          expect(TREATMENT_NAMES[p.treatment]).toBeTruthy();
          expect(String(p.why)).toMatch(/^[A-Z0-9].*\.$/);
        }
  });
  it.each([
    ['hole', 2, {}, 'patch'],
    ['hole', 2, { substrate: 'glassfibre' }, 'laminate'],
    ['dent', 1, {}, 'pushOut'],
    ['dent', 2, { depthMm: 1 }, 'fill'],
    ['dent', 2, { depthMm: 3 }, 'pullAndFill'],
    ['pitting', 2, {}, 'spotBlast'],
    ['pitting', 2, { method: { ...DEFAULT_METHOD, rust: 'cutOut' } }, 'cutOut'],
    ['pitting', 3, {}, 'patch'],
    ['crack', 1, { substrate: 'smc' }, 'vAndEpoxy'],
    ['trappedWater', 1, {}, 'drain'],
    ['surfaceRust', 3, {}, 'spotBlast'],
    ['dent', 2, {}, 'pullAndFill'],
    ['dent', 3, { substrate: 'plastic' }, 'fill'],
    ['hole', 2, { substrate: 'plastic' }, 'vAndEpoxy'],
    ['stoneChips', 2, {}, 'feather'],
    ['oldWeld', 3, {}, 'cutOut'],
    ['bowed', 2, {}, 'hammerAndDolly'],
  ] as const)('%s of grade %d, %j: %s', (fault, grade, more, treatment) =>
    expect(propose(fault, grade, more)).toBe(treatment),
  );
  it('is nothing that the substrate does not bear', () => {
    for (const fault of FAULT_KINDS)
      for (const grade of [1, 2, 3] as const)
        for (const substrate of SUBSTRATE_KINDS)
          for (const rust of ['convert', 'cutOut'] as const) {
            const { treatment } = proposeTreatment({ fault, grade, substrate, method: { ...DEFAULT_METHOD, rust } });
            expect([fault, grade, substrate, treatment, REPAIRING[substrate][treatment].level]).not.toContain('no');
          }
  });
  it('has three grades, and holes are never filled over', () => {
    for (const k of FAULT_KINDS) {
      expect(FAULTS[k].grades).toHaveLength(3);
      expect(FAULT_NAMES[k]).toBeTruthy();
    }
    expect(isOpenWound('hole', 1)).toBe(true);
    expect(isOpenWound('surfaceRust', 3)).toBe(false);
  });
});

describe('the way with rust', () => {
  const text = (g: 1 | 2 | 3, school: 'convert' | 'cutOut', cavity = false) =>
    rustSteps(g, school, cavity)
      .map((s) => s.text)
      .join(' ');
  it('converts pits or cuts them out, as the house does', () => {
    expect(text(2, 'convert')).toMatch(/Converter, two thin coats/);
    expect(text(2, 'cutOut')).not.toMatch(/Converter/);
  });
  it('checks the reaction, and says what may go over it', () => {
    const steps = rustSteps(2, 'convert', false);
    expect(steps.find((s) => s.check && /black/.test(String(s.text)))).toBeTruthy();
    expect(text(2, 'convert')).toMatch(/epoxy or direct-to-metal/);
  });
  it('a cavity ends with wax and an open drain, and holes get both faces', () => {
    expect(text(1, 'cutOut', true)).toMatch(/wax.*drain is still open/);
    expect(text(3, 'convert')).toMatch(/both faces/);
  });
});
