import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { ReactNode, Ref } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppTheme } from './appTheme';
import { Icon } from './icons';
import { Text } from './Text';
import { gap, GLOVE } from './theme';

/** A row that is dragged by its handle. */
export interface SortableItem {
  id: string;
  /** What it is, for who hears it. */
  label: string;
}

/** A place beside the list onto which a row may be dropped. */
export interface DropPlace {
  id: string;
  label: string;
  onDrop(id: string): void;
}
const PLACE = 'place:';

/**
 * Rows that are put in another order by a handle: by mouse, by finger, or by keyboard (space takes a row up, arrows move it, space lets go).
 * @param onOrder all ids in their new order @param places under the list, onto which a row may be dropped
 */
export function SortableRows({
  items,
  row,
  onOrder,
  places = [],
}: {
  items: readonly SortableItem[];
  row(id: string): ReactNode;
  onOrder(ids: string[]): void;
  places?: readonly DropPlace[];
}) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    // A finger that moves at once scrolls the page.
    useSensor(TouchSensor, { activationConstraint: { delay: 150, tolerance: 8 } }),
    // A page that scrolls smoothly loses keys that come quicker than it arrives.
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates, scrollBehavior: 'auto' }),
  );
  const ids = items.map((i) => i.id);
  const placeOf = (id: unknown) => places.find((x) => PLACE + x.id === id);
  const nameOf = (id: unknown) => items.find((i) => i.id === id)?.label ?? placeOf(id)?.label ?? '';
  const end = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const place = placeOf(over.id);
    if (place) place.onDrop(String(active.id));
    else onOrder(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${nameOf(active.id)} is taken up.`,
    // Over itself it says nothing more than that it is taken up.
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id ? `${nameOf(active.id)} is at ${nameOf(over.id)}.` : undefined,
    onDragEnd: ({ active, over }) =>
      over ? `${nameOf(active.id)} is put at ${nameOf(over.id)}.` : `${nameOf(active.id)} is back where it was.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} is back where it was.`,
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={end}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable: 'Space takes a row up, arrows move it, space lets it go, Escape puts it back.',
        },
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {items.map((i) => (
          <SortableRow key={i.id} item={i}>
            {row(i.id)}
          </SortableRow>
        ))}
      </SortableContext>
      {places.length > 0 && (
        <View style={styles.places}>
          {places.map((x) => (
            <Place key={x.id} id={PLACE + x.id} label={x.label} />
          ))}
        </View>
      )}
    </DndContext>
  );
}

/** dnd-kit speaks to elements of the page, React Native to views, which are these elements here. */
type Props = Record<string, unknown>;

function SortableRow({ item, children }: { item: SortableItem; children: ReactNode }) {
  const { palette } = useAppTheme();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: item.id,
  });
  return (
    <View
      ref={setNodeRef as unknown as Ref<View>}
      style={[
        styles.row,
        { borderBottomColor: palette.line },
        transform && { transform: [{ translateY: Math.round(transform.y) }] },
        { transition } as object,
        isDragging && { backgroundColor: palette.sunk, zIndex: 1 },
      ]}
    >
      <View
        {...(attributes as unknown as Props)}
        {...((listeners ?? {}) as Props)}
        ref={setActivatorNodeRef as unknown as Ref<View>}
        aria-label={`Move ${item.label}`}
        style={styles.handle}
      >
        <Icon name="drag" color={palette.muted} size={22} />
      </View>
      <View style={styles.inside}>{children}</View>
    </View>
  );
}

function Place({ id, label }: { id: string; label: string }) {
  const { palette } = useAppTheme();
  const { setNodeRef, isOver, active } = useDroppable({ id });
  return (
    <View
      ref={setNodeRef as unknown as Ref<View>}
      style={[
        styles.out,
        { borderColor: active ? palette.do : palette.line },
        isOver && { backgroundColor: palette.sunk },
      ]}
    >
      <Text kind="small" tone="muted">
        {label}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'stretch', gap: gap(1), minHeight: GLOVE, borderBottomWidth: 1 },
  handle: {
    width: 44,
    minHeight: GLOVE,
    alignItems: 'flex-start',
    justifyContent: 'center',
    cursor: 'grab',
    touchAction: 'none',
  } as object,
  inside: { flex: 1, minWidth: 0, paddingVertical: gap(2) },
  places: { flexDirection: 'row', flexWrap: 'wrap', gap: gap(1), marginTop: gap(2) },
  out: {
    flexGrow: 1,
    flexBasis: 120,
    minHeight: GLOVE,
    borderWidth: 1,
    borderStyle: 'dashed',
    borderRadius: 6,
    alignItems: 'center',
    justifyContent: 'center',
    padding: gap(2),
  },
});
