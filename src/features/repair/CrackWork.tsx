import { useEffect } from 'react';
import { isMetal, formatQuantity, figure, phrase } from '@/core';
import { extentOf, planCrack } from '@/core/repair';
import { Fields } from '@/ui/Field';
import { useAppTheme } from '@/ui/appTheme';
import { Notice } from '@/ui/Notice';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Lines, problemsOf, textOr, Small, useFigures, type WorkProps } from './parts';

/** A crack in laminate or plastic: stopped, opened to a V, filled, backed. */
export function CrackWork({ over, choice, panel, mark, onTreatment }: WorkProps) {
  const { units } = useAppTheme();
  const { value, field } = useFigures(
    `crack/${panel.id}`,
    {
      lengthMm: textOr(extentOf(mark).lengthMm, '120'),
      wallMm: String(panel.thicknessUm / 1000),
    },
    { lengthMm: 'mm', wallMm: 'mm' },
  );
  const metal = isMetal(panel.substrate);
  useEffect(() => onTreatment(metal ? 'patch' : 'vAndEpoxy'), [metal, onTreatment]);
  const r = planCrack({ lengthMm: value('lengthMm'), wallMm: value('wallMm') });
  const bad = problemsOf(r);
  const mm = (v: number, d = 1) => phrase`${figure('thickness', v, d)}`;
  return (
    <>
      <PageHead
        eyebrow={over}
        title={
          metal
            ? 'Stop it, then weld or patch'
            : r.ok
              ? phrase`V ${mm(r.value.depthMm)} deep, ${formatQuantity('volume', r.value.epoxyMl, units)} epoxy`
              : 'One figure is not right yet'
        }
        subtitle={
          metal
            ? 'Cracked metal has worked: find what moved before it is closed.'
            : 'A crack runs on unless its ends are stopped and its root is opened.'
        }
      />
      {choice}
      <Fields>
        {field('lengthMm', 'Length', bad)}
        {field('wallMm', 'Wall', bad)}
      </Fields>
      {r.ok && (
        <Section title="Worked out">
          <Lines
            lines={[
              { what: 'Hole at each end', much: mm(r.value.stopMm, 0) },
              ...(metal
                ? []
                : [
                    {
                      what: 'V',
                      much: `${r.value.vDegrees}\u00a0°`,
                      note: phrase`${mm(r.value.depthMm)} deep, ${mm(r.value.widthMm)} wide: two thirds of the wall`,
                    },
                    {
                      what: 'Epoxy',
                      much: formatQuantity('volume', r.value.epoxyMl, units),
                      note: 'with a quarter more for the board',
                    },
                    { what: 'Cloth behind', much: mm(r.value.backMm, 0), note: 'beyond each end of the crack' },
                  ]),
            ]}
          />
        </Section>
      )}
      <Notice tone="window">
        Dust of glass and plastic: particle mask and extraction. Uncured epoxy makes people allergic: gloves. The data
        sheet decides.
      </Notice>
      {panel.substrate === 'plastic' && (
        <Small>Most plastics need promoter before epoxy holds: try it where it does not show.</Small>
      )}
    </>
  );
}
