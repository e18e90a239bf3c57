import { useState } from 'react';
import { FAMILIES, PRODUCT_FAMILIES } from '@/core';
import { ratioText } from '@/core/mix/ratio';
import { useLibrary } from '@/data';
import { Field } from '@/ui/Field';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';

/** Every product by family, and how it is mixed. */
export function LibraryScreen() {
  const { all } = useLibrary();
  const [find, setFind] = useState('');
  const words = find.trim().toLowerCase();
  const found = all.filter((p) => !words || `${p.name} ${FAMILIES[p.family].name}`.toLowerCase().includes(words));
  return (
    <Page testID="library">
      <PageHead
        eyebrow="Library"
        title={words ? `${found.length} of ${all.length} products` : `${all.length} products`}
        subtitle="Shipped figures are plausible ones for the kind of product. Those of a real data sheet go into a copy."
      />
      <Field label="Find" value={find} onChange={setFind} />
      {PRODUCT_FAMILIES.map((f) => {
        const list = found.filter((p) => p.family === f);
        return list.length === 0 ? null : (
          <Section key={f} title={FAMILIES[f].name}>
            {list.map((p) => (
              <ListRow key={p.id} href={pageHref('/library/[id]', { id: p.id })}>
                <Grow>
                  <Text kind="strong">{p.name}</Text>
                  <Text kind="small" tone="muted">
                    {`${ratioText(p, p.thinning?.defaultFraction ?? 0)}${p.basis === 'sheet' ? '. Own figures' : ''}`}
                  </Text>
                </Grow>
              </ListRow>
            ))}
          </Section>
        );
      })}
    </Page>
  );
}
