import { lazy, Suspense, useState } from 'react';
import { toDosIn, zonesOf, type Panel, type ToDo, type Zone } from '@/core';
import { useToDos, type OpenJob } from '@/data';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { ToDoLine } from '@/ui/ToDoLine';

const ToDoForm = lazy(() => import('@/ui/form/ToDoForm'));

/** What was written down to be done on a panel, and what was ticked there. */
export function PanelToDos({ open, panel, zone }: { open: OpenJob; panel: Panel; zone: Zone }) {
  const { add, tick } = useToDos(open.job.id);
  const notify = useNotify();
  const [adding, setAdding] = useState(false);
  const [place, setPlace] = useState<'zone' | 'panel'>('zone');
  const zones = zonesOf(open.job, panel.id);
  const lines = toDosIn(open.state).filter((t) => zones.some((z) => t.zoneIds.includes(z.id)));
  const whereOf = (t: ToDo): string | undefined =>
    zones.length > 1 && t.zoneIds.length < zones.length
      ? zones
          .filter((z) => t.zoneIds.includes(z.id))
          .map((z) => z.name)
          .join(' and ')
      : undefined;
  const left = lines.filter((t) => !t.done).length;
  return (
    <Section title="To do" aside={left > 0 ? String(left) : 'nothing'}>
      {lines.map((t) => {
        const where = whereOf(t);
        return (
          <ToDoLine
            key={t.id}
            text={t.text}
            {...(where !== undefined && { where })}
            done={t.done !== undefined}
            onToggle={() => tick(t)}
          />
        );
      })}
      {adding ? (
        <Suspense fallback={null}>
          <ToDoForm
            {...(zones.length > 1 && {
              places: [
                { value: 'zone' as const, label: zone.name },
                { value: 'panel' as const, label: 'The whole panel' },
              ],
            })}
            onPlace={(p) => setPlace(p === 'panel' ? 'panel' : 'zone')}
            onLeave={() => setAdding(false)}
            onSave={({ text, minutes }) =>
              add({ text, minutes, zoneIds: place === 'zone' ? [zone.id] : zones.map((z) => z.id) }).then(
                ({ undo }) => {
                  notify({ text: `Written down: ${text}`, undo });
                  setAdding(false);
                },
              )
            }
          />
        </Suspense>
      ) : (
        <TextButton label="Write down what is to be done" icon="plus" onPress={() => setAdding(true)} />
      )}
    </Section>
  );
}
