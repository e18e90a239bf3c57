import type { FoundLayer } from '../log/event';
import type { SubstrateKind } from '../library/substrates';
import type { School } from '../library/method';
import { layersAsFound } from '../log/asFound';
import { foldLog } from '../strata/fold';
import { coated, ev, products } from '../testing';
import type { Step } from './rule';
import { schoolOf } from './schools';

const zone = (substrate: SubstrateKind, layers: FoundLayer[] = [], ...primers: string[]) =>
  foldLog(
    [
      ev({ kind: 'found', atMin: -1000, substrate, thicknessUm: 800, layers }),
      ...primers.map((p, i) => coated(p, -900 + i)),
    ],
    products,
  ).zones.get('lower')!.strata!;
const use = (kind: 'coat' | 'fill', id: string): Step => ({ kind, product: products(id)! });
const sand: Step = { kind: 'sand', grit: 120 };

describe('the question on which a step turns', () => {
  it.each<[string, Step, ReturnType<typeof zone>, School | undefined]>([
    ['filler on bare steel', use('fill', 'light-filler'), zone('steel'), 'filler'],
    ['filler on epoxy', use('fill', 'light-filler'), zone('steel', [], 'epoxy-primer'), 'filler'],
    ['filler on zinc has one answer', use('fill', 'epoxy-filler'), zone('galvanised'), undefined],
    ['a second skim has one answer', use('fill', 'glaze'), zone('steel', [], 'light-filler'), undefined],
    ['the paper on bare steel', sand, zone('steel'), 'filler'],
    ['the paper on primer only makes dust', sand, zone('steel', [], 'highbuild-2k'), 'dust'],
    ['primer on bare plastic', use('coat', 'highbuild-2k'), zone('plastic'), 'plastic'],
    [
      'colour on a factory-primed bumper',
      use('coat', 'base-solvent'),
      zone('plastic', layersAsFound('old', 'plastic')),
      'plastic',
    ],
    ['promoter itself has one answer', use('coat', 'plastic-promoter'), zone('plastic'), 'plastic'],
    ['high-build on epoxy', use('coat', 'highbuild-2k'), zone('steel', [], 'epoxy-primer'), 'primer'],
    ['converter', use('coat', 'rust-converter'), zone('steel'), 'rust'],
    ['cutting rust out', { kind: 'repair', treatment: 'cutOut' }, zone('steel'), 'rust'],
    ['a bonded metal joint', { kind: 'repair', treatment: 'rebond' }, zone('steel'), 'bond'],
    ['a bonded laminate joint has one answer', { kind: 'repair', treatment: 'rebond' }, zone('glassfibre'), undefined],
    ['clear over base', use('coat', 'clear-ms'), zone('steel', [], 'base-solvent'), undefined],
    ['fitting', { kind: 'fit' }, zone('steel'), undefined],
  ])('%s', (_, step, strata, want) => expect(schoolOf(step, strata)).toBe(want));
});
