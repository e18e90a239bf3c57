import { useEffect, useState } from 'react';
import { formatQuantity, SUBSTRATES, waitText, figure, pair, phrase } from '@/core';
import { extentOf, planLaminate } from '@/core/repair';
import { useNow, useRoom } from '@/data';
import { Fields } from '@/ui/Field';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Lines, problemsOf, textOr, Small, useFigures, type WorkProps } from './parts';

/** A glassfibre repair: plies, resin, catalyst and how long there is. */
export function LaminateWork(p: WorkProps) {
  const room = useRoom(useNow());
  return room ? <Laminate key="read" {...p} tempC={Math.round(room.here.surfaceC * 2) / 2} /> : null;
}

function Laminate({ over, choice, panel, mark, onTreatment, tempC }: WorkProps & { tempC: number }) {
  const { units } = useAppTheme();
  const { name, polyesterBonds } = SUBSTRATES[panel.substrate];
  const [weave, setWeave] = useState<'mat' | 'woven'>('mat');
  const [resin, setResin] = useState<'polyester' | 'epoxy'>(polyesterBonds ? 'polyester' : 'epoxy');
  const { value, field } = useFigures(
    `laminate/${panel.id}`,
    {
      widthMm: textOr(extentOf(mark).widthMm, '120'),
      heightMm: textOr(extentOf(mark).heightMm, '80'),
      thickMm: String(panel.thicknessUm / 1000),
      plyGm2: '450',
      taper: '12',
      tempC: String(tempC),
      catalyst: '1.5',
    },
    { widthMm: 'mm', heightMm: 'mm', thickMm: 'mm', plyGm2: 'g/m²', tempC: '°C', catalyst: '%' },
  );
  useEffect(() => onTreatment('laminate'), [onTreatment]);
  const r = planLaminate({
    widthMm: value('widthMm'),
    heightMm: value('heightMm'),
    thickMm: value('thickMm'),
    plyGm2: value('plyGm2'),
    taper: value('taper'),
    tempC: value('tempC'),
    catalyst: value('catalyst') / 100,
    weave,
    resin,
  });
  const bad = problemsOf(r);
  const g = (v: number) => formatQuantity('mass', v, units, 0);
  const wait = (min: number) => waitText(min * 60_000);
  return (
    <>
      <PageHead
        eyebrow={over}
        title={
          r.ok
            ? `${r.value.plies.length} plies, ${g(r.value.resinG)} resin, ${wait(r.value.potMin)} to lay it`
            : 'One figure is not right yet'
        }
        subtitle={polyesterBonds ? undefined : `${name}: polyester does not bond to it.`}
      />
      {choice}
      <ChoiceGroup
        label="Resin"
        options={[
          { value: 'polyester', label: 'Polyester' },
          { value: 'epoxy', label: 'Epoxy' },
        ]}
        value={resin}
        onChange={(v) => setResin(v)}
      />
      {!polyesterBonds && resin === 'polyester' && (
        <Notice tone="stop">{`Polyester does not bond to ${name.toLowerCase()}. Epoxy only.`}</Notice>
      )}
      <ChoiceGroup
        label="Glass"
        options={[
          { value: 'mat', label: 'Chopped mat' },
          { value: 'woven', label: 'Woven cloth' },
        ]}
        value={weave}
        onChange={(v) => setWeave(v)}
      />
      <Fields>
        {field('widthMm', 'Ground out, wide', bad)}
        {field('heightMm', 'and high', bad)}
      </Fields>
      <Fields>
        {field('thickMm', 'To build', bad)}
        {field('plyGm2', 'One ply', bad)}
      </Fields>
      <Fields>
        {field('taper', 'Taper, to one', bad)}
        {field('tempC', 'Surface', bad)}
      </Fields>
      {resin === 'polyester' &&
        field('catalyst', 'Catalyst by weight', bad, '1 to 3. More cures sooner and leaves less time.')}
      {r.ok && (
        <Section title="Cut and mix">
          <Lines
            lines={[
              ...r.value.plies.map((ply, i) => ({
                what: `Ply ${i + 1}`,
                much: pair('thickness', ply.widthMm, ply.heightMm, ' × '),
                note:
                  i === 0
                    ? 'first, smallest'
                    : i === r.value.plies.length - 1
                      ? phrase`last, to the rim of a taper of ${figure('thickness', r.value.taperMm, 0)}`
                      : '',
              })),
              { what: 'Glass', much: g(r.value.matG) },
              {
                what: 'Resin',
                much: g(r.value.resinG),
                note:
                  r.value.batches > 1
                    ? `in ${r.value.batches} mixes of at most ${g(r.value.batchG)}: one at a time`
                    : 'in one mix',
              },
              ...(resin === 'polyester'
                ? [{ what: 'Catalyst', much: formatQuantity('mass', r.value.catalystG, units, 1) }]
                : []),
              {
                what: 'Working time',
                much: wait(r.value.potMin),
                note: 'estimated, at this temperature; a deep pot is shorter',
              },
              { what: 'Can be ground after', much: wait(r.value.grindMin), note: 'estimated' },
            ]}
          />
        </Section>
      )}
      <Notice tone="window">
        Catalyst blinds: goggles and gloves, never near accelerator. Glass dust: particle mask, covered skin,
        extraction. Styrene burns and numbs: air the room. The resin&rsquo;s own data sheet decides.
      </Notice>
      <Small>
        Grind from behind past all that has let go. Release film backs the hole; one ply at a time, air rolled out.
      </Small>
    </>
  );
}
