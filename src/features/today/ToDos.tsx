import { lazy, Suspense, useState } from 'react';
import { toDosIn, zoneLabel, zonesOf, type ToDo } from '@/core';
import { useToDos, type LiveJob, type OpenJob } from '@/data';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { ToDoLine } from '@/ui/ToDoLine';

const ToDoForm = lazy(() => import('@/ui/form/ToDoForm'));

/** What was written down to be done, over all jobs. */
export function ToDos({ jobs }: { jobs: readonly LiveJob[] }) {
  const [adding, setAdding] = useState(false);
  const lines = jobs.flatMap(({ open }) => openToDos(open).map((toDo) => ({ open, toDo })));
  return (
    <Section
      title="To do"
      aside={
        adding ? undefined : (
          <TextButton label="Add" of="something to do" icon="plus" onPress={() => setAdding(true)} testID="add-to-do" />
        )
      }
    >
      {adding && <Adding jobs={jobs} close={() => setAdding(false)} />}
      {lines.map(({ open, toDo }) => (
        <Line key={toDo.id} open={open} toDo={toDo} />
      ))}
    </Section>
  );
}

const openToDos = ({ state }: OpenJob): ToDo[] => toDosIn(state).filter((t) => !t.done);

/** 'Left door, lower. Bread van'. */
const whereWords = ({ job }: OpenJob, { zoneIds }: ToDo): string => {
  const panels = job.panels.filter((p) => zonesOf(job, p.id).some((z) => zoneIds.includes(z.id)));
  const [only] = panels;
  const place =
    zoneIds.length === 1 && zoneIds[0] !== undefined
      ? zoneLabel(job, zoneIds[0])
      : panels.length === 1
        ? only?.name
        : '';
  return place ? `${place}. ${job.name}` : job.name;
};

function Line({ open, toDo }: { open: OpenJob; toDo: ToDo }) {
  const { tick } = useToDos(open.job.id);
  return <ToDoLine text={toDo.text} where={whereWords(open, toDo)} done={false} onToggle={() => tick(toDo)} />;
}

function Adding({ jobs, close }: { jobs: readonly LiveJob[]; close(): void }) {
  const notify = useNotify();
  const [first] = jobs;
  const [jobId, setJobId] = useState(first?.open.job.id);
  const { add } = useToDos(jobId);
  if (!first) return null;
  return (
    <Suspense fallback={null}>
      <ToDoForm
        places={jobs.map(({ open }) => ({ value: open.job.id, label: open.job.name }))}
        onPlace={setJobId}
        onLeave={close}
        onSave={({ text, minutes }) =>
          add({ text, minutes, zoneIds: [] }).then(({ undo }) => {
            notify({ text: `Written down: ${text}`, undo });
            close();
          })
        }
      />
    </Suspense>
  );
}
