import type { ToDo } from '@/core';
import { useLogCommand, type Logged } from './logEntry';

/** Writing down what is to be done on a job, and ticking it. */
export function useToDos(jobId: string | undefined) {
  const { mutateAsync } = useLogCommand(jobId);
  return {
    add: ({ text, zoneIds, face, at, minutes }: Omit<ToDo, 'id' | 'atMs' | 'done'>): Promise<Logged> =>
      mutateAsync({
        log: {
          kind: 'toDo',
          zoneIds: [...zoneIds],
          text,
          ...(face && { face }),
          ...(at && { at }),
          ...(minutes !== undefined && { minutes }),
        },
      }),
    /** Ticks it, or opens it again. */
    tick: ({ id, zoneIds, done }: ToDo): Promise<Logged> =>
      mutateAsync(done ? { strike: done.eventId } : { log: { kind: 'ticked', zoneIds: [...zoneIds], toDoId: id } }),
  };
}
