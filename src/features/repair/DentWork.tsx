import { useEffect, useState } from 'react';
import { TREATMENT_NAMES, pair, phrase, type Message } from '@/core';
import { dentWay } from '@/core/repair';
import { PageHead } from '@/ui/PageHead';
import { Pairs, textOr, Steps, useFigures, YesNo, type WorkProps } from './parts';

/** Which way with a dent, and why. */
export function DentWork({ over, choice, panel, mark, onTreatment }: WorkProps) {
  const [paintWhole, setPaintWhole] = useState(mark?.fault === 'dent' && mark.grade === 1);
  const [creased, setCreased] = useState(mark?.fault === 'crease');
  const [access, setAccess] = useState(true);
  const [stretched, setStretched] = useState(mark?.fault === 'dent' && mark.grade === 3);
  const { value, field } = useFigures(`dent/${panel.id}`, { depth: textOr(mark?.depthMm, '2') }, { depth: 'mm' });
  const depth = value('depth');
  const bad: Record<string, Message> =
    depth >= 0 && depth <= 200 ? {} : { depth: phrase`A number from ${pair('thickness', 0, 200, ' to ')}` };
  const way = dentWay({ paintWhole, creased, access, stretched, depthMm: bad.depth ? 2 : depth });
  const { treatment } = way;
  useEffect(() => onTreatment(treatment), [treatment, onTreatment]);
  return (
    <>
      <PageHead eyebrow={over} title={TREATMENT_NAMES[way.treatment]} subtitle={way.why} />
      {choice}
      <Pairs>
        <YesNo label="Paint is whole" value={paintWhole} onChange={setPaintWhole} />
        <YesNo label="There is a crease" value={creased} onChange={setCreased} />
        <YesNo label="A hand or tool reaches behind" value={access} onChange={setAccess} />
        <YesNo label="It pops in and out" value={stretched} onChange={setStretched} />
      </Pairs>
      {field('depth', 'Deepest, by straightedge', bad)}
      <Steps title="In this order" steps={way.steps} />
    </>
  );
}
