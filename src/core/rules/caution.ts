import { cautionsFor } from '../safety/cautions';
import { note, rule, type Rule, type RuleContext, type Step } from './rule';

const LOGGED = { coat: 'coated', fill: 'filled', clean: 'cleaned', sand: 'sanded', strip: 'stripped' } as const;

/** A caution of core/safety as a rule: it never stops, it stands at its step. */
const caution = (id: string, kinds: readonly (keyof typeof LOGGED)[], about: string): Rule =>
  rule(`caution.${id}`, kinds, about, (c: RuleContext<Extract<Step, { kind: keyof typeof LOGGED }>>) => {
    const product = 'product' in c.step ? c.step.product : undefined;
    const found = cautionsFor(
      LOGGED[c.step.kind],
      product,
      c.strata.layers.some((l) => l.family === 'oldCoating'),
    ).find((x) => x.id === id);
    return found && note(found.text);
  });

/** What can hurt, at the step where it can. */
export const CAUTION_RULES: readonly Rule[] = [
  caution('isocyanate', ['coat'], 'Isocyanates in two-pack hardeners: breathing protection'),
  caution('solvent', ['coat', 'clean'], 'Solvent vapour: fire, ventilation, cartridges'),
  caution('peroxide', ['coat', 'fill'], 'Peroxide hardener in eyes'),
  caution('epoxy', ['coat'], 'Epoxy sensitises'),
  caution('acid', ['coat'], 'Acid in converter and etch'),
  caution('zinc', ['coat'], 'Zinc fume when welding'),
  caution('dust', ['sand'], 'Dust, and rags that heat themselves'),
  caution('chemical', ['strip'], 'Stripper on skin and in eyes'),
];
