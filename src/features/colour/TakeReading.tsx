import { useState } from 'react';
import { errorText, type Message, colourId } from '@/core';
import type { ColourCase } from '@/core/colour';
import type { ReadBy } from '@/core/log/colourRead';
import { benchAddress, useLogCommand, type OpenJob } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { EyeForm } from './EyeForm';
import { FigureForm } from './FigureForm';
import { FileForm } from './FileForm';
import { InstrumentForm } from './InstrumentForm';
import { PhotoForm } from './PhotoForm';
import type { ReadAbout, ReadFormProps } from './readForm';

const WAYS: Record<ReadBy, string> = {
  eye: 'By eye',
  photo: 'Photo',
  instrument: 'Instrument',
  typed: 'Figures',
  file: 'File',
};
const OF: Record<ReadAbout['on'], readonly ReadBy[]> = {
  card: ['eye', 'photo', 'instrument', 'typed', 'file'],
  // An eye and a photo only tell how two things differ.
  car: ['instrument', 'typed', 'file'],
};

/** The car, or a card beside it, is read: by eye, from a photo, by figures or from a file. All go through the same verdict. */
export function TakeReading({
  open,
  of,
  about,
  onDone,
}: {
  open: OpenJob;
  of: ColourCase;
  about: ReadAbout;
  onDone(): void;
}) {
  const command = useLogCommand(open.job.id);
  const notify = useNotify();
  // Without a bench there is no instrument to ask.
  const ways = OF[about.on].filter((w) => w !== 'instrument' || benchAddress() !== null);
  const [way, setWay] = useState<ReadBy>(ways[0] ?? 'typed');
  const [problem, setProblem] = useState<Message>();
  const card = about.on === 'card' ? of.cards.find((c) => c.panel.id === about.cardId) : undefined;
  const save: ReadFormProps['onSave'] = (read, zoneId) =>
    void command
      .mutateAsync({
        log: {
          kind: 'measured',
          zoneIds: zoneId === undefined ? [] : [zoneId],
          measure: 'colour',
          colour: { ...read, colour: colourId(of.colour), on: about.on },
        },
      })
      .then(
        ({ undo }) => {
          notify({ text: card ? `${card.panel.name} is compared.` : 'The reading is kept.', undo });
          onDone();
        },
        (e: Error) => setProblem(errorText(e)),
      );
  const props: ReadFormProps = {
    open,
    of,
    about,
    card,
    ways: (
      <ChoiceGroup<ReadBy>
        label="How"
        hideLabel
        options={ways.map((value) => ({ value, label: WAYS[value] }))}
        value={way}
        onChange={setWay}
      />
    ),
    problem: problem !== undefined && <Notice tone="stop">{problem}</Notice>,
    onSave: save,
    onLeave: onDone,
  };
  switch (way) {
    case 'eye':
      return <EyeForm {...props} />;
    case 'instrument':
      return <InstrumentForm {...props} />;
    case 'photo':
      return <PhotoForm {...props} />;
    case 'typed':
      return <FigureForm {...props} />;
    case 'file':
      return <FileForm {...props} />;
  }
}
