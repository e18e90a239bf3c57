import { useEffect, useState } from 'react';
import { useAdvice, useSettings } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { PageHead } from '@/ui/PageHead';
import { Steps, YesNo, type WorkProps } from './parts';

/** On the surface, in pits, or through: by what was marked, and how bad. */
const gradeOf = (mark: WorkProps['mark']) => (mark?.fault === 'pitting' ? (mark.grade === 3 ? '3' : '2') : '1');

/** Rust by grade, by the house's school. */
export function RustWork({ over, choice, mark, onTreatment }: WorkProps) {
  const advice = useAdvice();
  const school = useSettings()?.method.rust ?? 'convert';
  const [grade, setGrade] = useState<'1' | '2' | '3'>(gradeOf(mark));
  const [cavity, setCavity] = useState(mark?.fault === 'trappedWater');
  const treatment =
    grade === '3'
      ? 'patch'
      : cavity || (grade === '2' && school === 'convert')
        ? 'convert'
        : grade === '2'
          ? 'cutOut'
          : 'abrade';
  useEffect(() => onTreatment(treatment), [treatment, onTreatment]);
  const answer =
    grade === '3'
      ? 'Cut out to sound metal and patch'
      : cavity
        ? 'Clean out, convert, wax'
        : grade === '1'
          ? 'Abrade to bright metal'
          : school === 'convert'
            ? 'Brush or blast the pits, convert the rest'
            : 'Brush or blast the pits, cut out the rest';
  return (
    <>
      <PageHead
        eyebrow={over}
        title={answer}
        subtitle={`House method: rust is ${school === 'convert' ? 'cleaned and converted' : 'cut out'}.`}
      />
      {choice}
      <ChoiceGroup
        label="How deep"
        options={[
          { value: '1', label: 'On the surface' },
          { value: '2', label: 'Pits' },
          { value: '3', label: 'Through, or thin' },
        ]}
        value={grade}
        onChange={(g) => setGrade(g)}
      />
      {grade !== '3' && <YesNo label="Behind a seam or in a cavity" value={cavity} onChange={setCavity} />}
      {advice && <Steps title="In this order" steps={advice.rustSteps(Number(grade) as 1 | 2 | 3, school, cavity)} />}
      <Notice tone="window">
        {grade === '3'
          ? 'Welding: fire watch, battery off, no fuel or underseal near, fume mask over zinc. What bears load or protects people is for a licensed shop to judge.'
          : grade === '1' && !cavity
            ? 'Dust of old paint can hold lead or chromate: mask, extraction, wet where it goes. The local code says what may be sanded dry.'
            : 'Converter is acid: gloves and goggles, and its own data sheet decides coats and times. Never plug a void with something that holds water.'}
      </Notice>
    </>
  );
}
