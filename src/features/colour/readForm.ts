import type { ReactNode } from 'react';
import type { ColourCase, RackCard } from '@/core/colour';
import type { ColourRead } from '@/core/log/colourRead';
import type { OpenJob } from '@/data';

/** What is read: the car, or a card. */
export type ReadAbout = { on: 'car' } | { on: 'card'; cardId: string };

/** What every way of reading is given. */
export interface ReadFormProps {
  open: OpenJob;
  of: ColourCase;
  about: ReadAbout;
  card: RackCard | undefined;
  /** Which way, over the form. */
  ways: ReactNode;
  problem: ReactNode;
  /** @param where the zone that it is about; none where it is said in words */
  onSave(read: Omit<ColourRead, 'colour' | 'on'>, zoneId: string | undefined): void;
  onLeave(): void;
}
