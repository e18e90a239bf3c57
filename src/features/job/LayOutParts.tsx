import { useState } from 'react';
import { errorText, type Job, type Message } from '@/core';
import { BODIES, layOut, partsLeft, type BodyKind } from '@/core/bodies';
import { newId, nowMs, useShopActions, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { Row, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { beginningOf } from './begin';
import { NO_PARTS, PartsPick, pickedParts } from './PartsPick';

const bodyOf = (job: Job): BodyKind | undefined =>
  job.body !== undefined && job.body in BODIES ? (job.body as BodyKind) : undefined;

/** More parts of the job's body, or of another one where the wrong one was picked: what lies there already stays. */
export function LayOutParts({ open, close }: { open: OpenJob; close(): void }) {
  const { job } = open;
  const { changeJob, takeOutPanels } = useShopActions();
  const notify = useNotify();
  const [choice, setChoice] = useState(() => ({ ...NO_PARTS, body: bodyOf(job) }));
  const [problem, setProblem] = useState<Message>();
  const parts = pickedParts(choice);
  const save = () => {
    const change = (j: Job): Job =>
      layOut({ ...j, ...(choice.body && { body: choice.body }) }, parts, choice.split, newPanelId);
    // Made once: the entries name the zones that are written with them.
    const made = change(job);
    const added = made.panels.slice(job.panels.length);
    const zones = made.zones.slice(job.zones.length);
    changeJob(
      job.id,
      (j) => ({
        ...j,
        ...(made.body !== undefined && { body: made.body }),
        panels: [...j.panels, ...added],
        zones: [...j.zones, ...zones],
      }),
      beginningOf(made, added, choice.begin),
    ).then(
      () => {
        notify({
          text: added.length === 1 ? `${added[0]?.name} is laid out.` : `${added.length} panels are laid out.`,
          undo: () =>
            takeOutPanels(
              job.id,
              added.map((p) => p.id),
            ),
        });
        close();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  };
  return (
    <Stack bottom={4}>
      <PartsPick value={choice} {...(choice.body && { left: partsLeft(job, choice.body) })} onChange={setChoice} />
      <Problem says={problem} />
      <Row top={3}>
        <ActionButton label="Lay them out" strong disabled={parts.length === 0} onPress={save} testID="lay-out" />
        <ActionButton label="Leave" onPress={close} />
      </Row>
    </Stack>
  );
}

const newPanelId = () => newId(nowMs());
