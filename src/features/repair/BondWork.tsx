import { useEffect, useState } from 'react';
import { SUBSTRATES, SUBSTRATE_KINDS, waitText, type SubstrateKind, pair, phrase, type Message } from '@/core';
import { bondWay } from '@/core/repair';
import { useNow, useRoom } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Lines, Small, Steps, useFigures, type WorkProps } from './parts';

/** A sprung or new bonded seam: which adhesive, how prepared, how long in the clamps. */
export function BondWork(p: WorkProps) {
  const room = useRoom(useNow());
  return room ? <Bond {...p} tempC={Math.round(room.here.surfaceC * 2) / 2} /> : null;
}

function Bond({ over, choice, panel, onTreatment, tempC }: WorkProps & { tempC: number }) {
  const [other, setOther] = useState<SubstrateKind>('steel');
  const { value, field } = useFigures(`bond/${panel.id}`, { temp: String(tempC) }, { temp: '°C' });
  useEffect(() => onTreatment('rebond'), [onTreatment]);
  const t = value('temp');
  const bad: Record<string, Message> =
    t >= -10 && t <= 60 ? {} : { temp: phrase`A number from ${pair('temp', -10, 60, ' to ')}` };
  const way = bondWay(panel.substrate, other, bad.temp ? 23 : t);
  return (
    <>
      <PageHead
        eyebrow={over}
        title={
          way.clampMin === undefined
            ? 'Too cold to bond'
            : `${way.family}, ${waitText(way.clampMin * 60_000)} in the clamps`
        }
        subtitle={way.why}
      />
      {choice}
      <ChoiceGroup
        label="To"
        options={SUBSTRATE_KINDS.map((s) => ({ value: s, label: SUBSTRATES[s].name }))}
        value={other}
        onChange={(s) => setOther(s)}
      />
      {field('temp', 'Surface', bad)}
      {way.clampMin !== undefined && way.loadMin !== undefined ? (
        <Section title="Times">
          <Lines
            lines={[
              { what: 'In the clamps', much: waitText(way.clampMin * 60_000), note: 'estimated, at this temperature' },
              { what: 'Bears load after', much: waitText(way.loadMin * 60_000), note: 'estimated' },
            ]}
          />
        </Section>
      ) : (
        <Notice tone="stop">The adhesive stands still in this cold: warm the room and both parts.</Notice>
      )}
      <Steps title="Before it is closed" steps={way.prepare} />
      <Notice tone="window">
        Uncured adhesive makes people allergic: gloves, no skin contact. The adhesive&rsquo;s own data sheet decides.
        Seams that bear load in a crash are for a licensed shop.
      </Notice>
      <Small>Countersunk rivets are insurance where paint will cover them. Squeeze out, do not scrape dry.</Small>
    </>
  );
}
