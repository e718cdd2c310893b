'use client';
import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/Button.tsx';
import type { FloorRow } from './loadFloor.ts';

/** The machines as a list that is dragged, by finger or with space and the arrow keys. */
export function OrderList({ open, onDone }: { open: readonly FloorRow[]; onDone: () => void }) {
  const [ids, setIds] = useState(() => open.map((row) => row.id));
  const [wrong, setWrong] = useState(false);
  const router = useRouter();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const name = (id: unknown) => open.find((row) => row.id === id)?.machine.tag ?? 'this machine';
  const moved = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id)
      setIds((old) => arrayMove(old, old.indexOf(String(active.id)), old.indexOf(String(over.id))));
  };
  const save = async (order: readonly string[]) => {
    setWrong(false);
    try {
      const answer = await fetch('/api/floor', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ order }),
      });
      if (!answer.ok) throw new Error('refused');
      router.refresh();
      onDone();
    } catch {
      setWrong(true);
    }
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${name(active.id)} is picked up.`,
    onDragOver: ({ active, over }) => (over ? `${name(active.id)} is over ${name(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => (over ? `${name(active.id)} is put where ${name(over.id)} stood.` : undefined),
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
  const screenReaderInstructions = {
    draggable: 'Space picks it up, the arrow keys move it, space puts it down, Escape leaves it.',
  };
  return (
    <section aria-label="Order by hand" className="mt-1.5 border-4 border-iron bg-sheet p-3">
      <DndContext
        id="floor-order"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={moved}
        accessibility={{ announcements, screenReaderInstructions }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol className="space-y-1">
            {ids.map((id, i) => (
              <Item key={id} id={id} number={i + 1} row={open.find((row) => row.id === id)!} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <div className="mt-2 flex flex-wrap gap-1.5">
        <Button look="main" onClick={() => void save(ids)}>
          Keep this order
        </Button>
        <Button onClick={() => void save([])}>By promise again</Button>
        <Button look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="font-bold text-rust">
          The order could not be saved just now: try again.
        </p>
      )}
    </section>
  );
}

function Item({ id, number, row }: { id: string; number: number; row: FloorRow }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={isDragging ? 'relative z-10 bg-well outline-4 outline-iron' : 'bg-well'}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${row.machine.tag}, job ${row.number}`}
        className="flex min-h-14 w-full touch-none items-center gap-3 px-2 text-left"
      >
        <GripVertical aria-hidden="true" className="size-6 shrink-0" />
        <b className="w-7 text-right tabular-nums">{number}</b>
        <span className="min-w-0 truncate">
          <b>{row.machine.tag}</b> {row.machine.name}
        </span>
        <span className="ml-auto shrink-0">{row.promisedOn ?? 'no promise'}</span>
      </button>
    </li>
  );
}
