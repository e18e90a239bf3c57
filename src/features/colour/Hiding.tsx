import { useMemo, useState } from 'react';
import { FAMILIES, type Product } from '@/core';
import {
  bestGrey,
  coatsOf,
  coatsOverGrey,
  coatsToHide,
  greyOfLightness,
  MOST_COATS,
  tonerOfProduct,
  transparentIn,
  type TonerAmount,
} from '@/core/colour';
import type { Formula } from '@/core/stock';
import { Disclosure } from '@/ui/Disclosure';
import { FigureTable } from '@/ui/FigureTable';
import { percent } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** L* of grounds that stand in a shop. */
const GROUNDS = [
  { name: 'White primer', lightness: 92 },
  { name: 'Light grey', lightness: 76 },
  { name: 'Grey', lightness: 60 },
  { name: 'Dark grey', lightness: 38 },
  { name: 'Black primer', lightness: 24 },
] as const;
const coats = (n: number | undefined): string => (n === undefined ? `over ${MOST_COATS}` : String(n));

/** How many coats hide what lies below, and the grey over which the fewest do. By the formula, so it is for planning. */
export function Hiding({ formula, product }: { formula: Formula; product: Product }) {
  const [open, setOpen] = useState(false);
  return (
    <Section title="What hides" deferRender>
      <Disclosure
        open={open}
        onToggle={() => setOpen(!open)}
        testID="hiding"
        head={<Text kind="small">Coats over each ground, and the grey that hides soonest</Text>}
      >
        <Grounds formula={formula} product={product} />
      </Disclosure>
    </Section>
  );
}

function Grounds({ formula, product }: { formula: Formula; product: Product }) {
  const worked = useMemo(() => {
    const toners = formula.toners.flatMap((t): TonerAmount[] => {
      const toner = tonerOfProduct(t.productId);
      return toner ? [{ toner, gPerL: t.gPerL }] : [];
    });
    const film = coatsOf(toners, product.film.nominalUm);
    return {
      all: coatsToHide(film),
      best: bestGrey(film),
      over: GROUNDS.map((g) => ({ ...g, coats: coatsOverGrey(film, greyOfLightness(g.lightness)) })),
      clear: transparentIn(toners),
    };
  }, [formula, product]);
  const { best } = worked;
  return (
    <Stack bottom={3}>
      {best && (
        <Text kind="strong">{`Soonest over a grey of L* ${best.lightness}: ${coats(best.coats)} ${best.coats === 1 ? 'coat' : 'coats'}. Mix ${percent(best.blackShare, best.blackShare < 0.1 ? 1 : 0)} of black primer into white.`}</Text>
      )}
      <FigureTable
        label="Coats over each ground"
        columns={[
          { key: 'ground', title: 'Over', share: 2 },
          { key: 'coats', title: 'Coats', figure: true },
        ]}
        rows={[
          ...worked.over.map((g) => ({ key: g.name, cells: [g.name, coats(g.coats)] })),
          { key: 'both', cells: ['Black and white alike', coats(worked.all)] },
        ]}
      />
      {worked.clear.length > 0 && (
        <Notice tone="window">{`${worked.clear.map((t) => t.toner.name).join(', ')} ${worked.clear.length === 1 ? 'lets' : 'let'} the ground show for long: card it over the grey that is on the panel, and count its coats.`}</Notice>
      )}
      <Text kind="small" tone="muted">
        {`Until the difference is under 0.5, at ${Math.round(product.film.nominalUm)} µm a coat of ${FAMILIES[product.family].name.toLowerCase()}. By the formula and generic toners: a card over black and white decides.`}
      </Text>
    </Stack>
  );
}
