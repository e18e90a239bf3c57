import { lazy, Suspense, useState } from 'react';
import { toDosIn, zonesOf, type Face, type Point } from '@/core';
import { useToDos, type OpenJob } from '@/data';
import { useNotify } from '@/ui/notifications';
import { TextButton } from '@/ui/TextButton';

/** As everywhere: what is loaded later by all of its users stays out of the first page. */
const ToDoForm = lazy(() => import('@/ui/form/ToDoForm'));

/** Places on one face of a panel where something is still to be done. */
export const toDosOn = ({ job, state }: OpenJob, panelId: string, face: Face): { id: string; at: Point }[] => {
  const zones = new Set(zonesOf(job, panelId).map((z) => z.id));
  return toDosIn(state).flatMap((t) =>
    !t.done && t.at && (t.face ?? 'outer') === face && t.zoneIds.some((z) => zones.has(z))
      ? [{ id: t.id, at: t.at }]
      : [],
  );
};

/** The place that was pointed at is no fault, but something is to be done there. */
export function ToDoHere({
  open,
  zoneId,
  face,
  at,
  onDone,
}: {
  open: OpenJob;
  zoneId: string;
  face: Face;
  at: Point;
  onDone(text: string): void;
}) {
  const { add } = useToDos(open.job.id);
  const notify = useNotify();
  const [asked, setAsked] = useState(false);
  if (!asked) return <TextButton label="No fault, but something to do here" onPress={() => setAsked(true)} />;
  return (
    <Suspense fallback={null}>
      <ToDoForm
        onLeave={() => setAsked(false)}
        onSave={({ text, minutes }) =>
          add({ text, minutes, zoneIds: [zoneId], face, at }).then(({ undo }) => {
            notify({ text: `Written down: ${text}`, undo });
            onDone(text);
          })
        }
      />
    </Suspense>
  );
}
