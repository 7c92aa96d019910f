import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import type { CSSProperties, ReactNode } from "react";

/** How far the pointer must go, in pixels, before a click is a drag. */
const DRAG_FROM = 6;

interface SortableProps {
  readonly ids: readonly string[];
  /** One was dragged to the place of another. */
  readonly moveOnto: (id: string, target: string) => void;
  readonly children: ReactNode;
}

/** A list whose rows are dragged up and down; keys and menus do the same. */
export function Sortable({ ids, moveOnto, children }: SortableProps) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }));
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (over && over.id !== active.id) moveOnto(String(active.id), String(over.id));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd} accessibility={{ screenReaderInstructions: { draggable: "" } }}>
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** A row of such a list: where it is held, and how it is shifted while rows are dragged. */
export function useSortableRow(id: string) {
  const { transform, transition, listeners, isDragging, setNodeRef, setActivatorNodeRef } = useSortable({ id });
  const style: CSSProperties = { ...(transform ? { transform: `translate3d(0, ${transform.y}px, 0)` } : {}), ...(transition ? { transition } : {}) };
  return { style, listeners, isDragging, setNodeRef, setActivatorNodeRef };
}
