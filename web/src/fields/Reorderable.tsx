import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from "@dnd-kit/sortable";
import type { ReactNode } from "react";

/** While a line is moved by the arrows, they do nothing else. */
export const isReordering = () => document.body.dataset.reordering !== undefined;

function taken(up: boolean): void {
  if (up) document.body.dataset.reordering = "";
  else delete document.body.dataset.reordering;
}

/** Lines that are dragged into order, by the pointer or by keys. */
export function Reorderable({
  ids,
  disabled = false,
  onMove,
  children,
}: {
  ids: string[];
  disabled?: boolean;
  /** A line was let go of over another. */
  onMove: (id: string, over: string) => void;
  children: ReactNode;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    // Enter chooses a line; Space takes it up, to be moved by the arrows.
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      keyboardCodes: { start: ["Space"], cancel: ["Escape"], end: ["Space", "Enter"] },
    }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    taken(false);
    if (over && active.id !== over.id) onMove(String(active.id), String(over.id));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={() => taken(true)}
      onDragEnd={drop}
      onDragCancel={() => taken(false)}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={disabled}>
        {children}
      </SortableContext>
    </DndContext>
  );
}
