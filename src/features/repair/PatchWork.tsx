import { useEffect, useState } from 'react';
import { formatQuantity, figure, pair, phrase } from '@/core';
import { extentOf, planPatch } from '@/core/repair';
import { Fields } from '@/ui/Field';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Lines, problemsOf, textOr, Small, useFigures, YesNo, type WorkProps } from './parts';

/** A patch: where to cut, how big the piece, how many welds, how much to prime. */
export function PatchWork({ over, choice, panel, mark, onTreatment }: WorkProps) {
  const { units } = useAppTheme();
  const [joint, setJoint] = useState<'lap' | 'butt'>('lap');
  const [near, setNear] = useState(false);
  const { value, field } = useFigures(
    `patch/${panel.id}`,
    {
      widthMm: textOr(extentOf(mark).widthMm, '120'),
      heightMm: textOr(extentOf(mark).heightMm, '80'),
      sheetMm: String(panel.thicknessUm / 1000),
      lineMm: '40',
    },
    { widthMm: 'mm', heightMm: 'mm', sheetMm: 'mm', lineMm: 'mm' },
  );
  useEffect(() => onTreatment('patch'), [onTreatment]);
  const r = planPatch({
    widthMm: value('widthMm'),
    heightMm: value('heightMm'),
    sheetMm: value('sheetMm'),
    joint,
    ...(near && { lineMm: value('lineMm') }),
  });
  const bad = problemsOf(r);
  const mm = (v: number, d = 0) => phrase`${figure('thickness', v, d)}`;
  return (
    <>
      <PageHead
        eyebrow={over}
        title={
          r.ok
            ? phrase`Cut ${pair('thickness', r.value.cutWidthMm, r.value.cutHeightMm, ' × ', 0)}, ${r.value.welds} ${joint === 'lap' ? 'plugs' : 'stitches'}`
            : 'One figure is not right yet'
        }
        subtitle={
          r.ok && r.value.atLine
            ? 'One side on the body line: there it stays stiff, and the seam is hidden.'
            : undefined
        }
      />
      {choice}
      <ChoiceGroup
        label="Joint"
        options={[
          { value: 'lap', label: 'Lapped, plug welds' },
          { value: 'butt', label: 'Edge to edge' },
        ]}
        value={joint}
        onChange={(j) => setJoint(j)}
      />
      <Fields>
        {field('widthMm', 'Bad, wide', bad)}
        {field('heightMm', 'Bad, high', bad)}
      </Fields>
      {field('sheetMm', 'Sheet', bad)}
      <YesNo label="A body line is near" value={near} onChange={setNear} />
      {near && field('lineMm', 'So far away', bad)}
      {r.ok && (
        <Section title="Worked out">
          <Lines
            lines={[
              {
                what: 'Cut out',
                much: pair('thickness', r.value.cutWidthMm, r.value.cutHeightMm, ' × ', 0),
                note: phrase`${mm(20)} beyond what is bad, corners ${mm(r.value.radiusMm)} round`,
              },
              {
                what: 'New piece',
                much: pair('thickness', r.value.pieceWidthMm, r.value.pieceHeightMm, ' × ', 0),
                note:
                  joint === 'lap'
                    ? phrase`with a flange of ${mm(20)} all round`
                    : phrase`gap ${mm(r.value.gapMm, 1)} all round`,
              },
              { what: 'Seam', much: mm(r.value.seamMm) },
              joint === 'lap'
                ? {
                    what: 'Plug welds',
                    much: phrase`${r.value.welds} × ${mm(r.value.weldMm)}`,
                    note: phrase`every ${mm(50)}; never two neighbours in a row`,
                  }
                : {
                    what: 'Stitches',
                    much: phrase`${r.value.welds} × ${mm(r.value.weldMm)}`,
                    note: 'moved around, each cold before its neighbour',
                  },
              {
                what: 'Weld-through primer',
                much: formatQuantity('area', r.value.primerCm2, units),
                note: 'every face that the joint hides, both sheets',
              },
            ]}
          />
        </Section>
      )}
      <Notice tone="window">
        Welding: fire watch, battery off, no fuel, glass or underseal near, fume mask over zinc. What bears load or
        protects people is for a licensed shop to judge.
      </Notice>
      <Small>Grind the weld only to flush. Less heat is less warp, and so less filler.</Small>
    </>
  );
}
