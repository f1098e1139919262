import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import DragIndicator from "@mui/icons-material/DragIndicator";
import IconButton from "@mui/material/IconButton";
import type { ComponentProps } from "react";
import type { Section } from "../../api/client";
import { useMoveView, useViewNames } from "../../api/queries";
import { Band } from "./Band";

type Given = Omit<ComponentProps<typeof Band>, "section" | "handle">;

const INSTRUCTIONS = {
  draggable: "Space picks the band up, the arrow keys move it, Space puts it down, Escape leaves it where it was.",
};

function DraggedBand({ section, ...rest }: Given & { section: Section }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id: section.view_id! });
  return (
    <div ref={setNodeRef} style={{ transform: CSS.Translate.toString(transform), transition }}>
      <Band
        section={section}
        {...rest}
        handle={
          <IconButton
            size="small"
            ref={setActivatorNodeRef}
            {...attributes}
            {...listeners}
            aria-label={`Move the band ${section.title}`}
            className="band-handle"
          >
            <DragIndicator fontSize="inherit" />
          </IconButton>
        }
      />
    </div>
  );
}

/** Now first, then the person's bands in an order that they drag, then everything else. */
export function Bands({ sections, ...rest }: Given & { sections: Section[] }) {
  const views = useViewNames().data?.views ?? [];
  const move = useMoveView();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    move.mutate({ id: Number(active.id), to: views.findIndex(({ id }) => id === over.id) });
  };
  const own = sections.filter(({ view_id }) => view_id);
  const plain = (section: Section) => <Band key={section.key} section={section} {...rest} />;
  return (
    <>
      {sections.filter(({ key }) => key === "now").map(plain)}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={drop}
        accessibility={{ screenReaderInstructions: INSTRUCTIONS }}
      >
        <SortableContext items={own.map(({ view_id }) => view_id!)} strategy={verticalListSortingStrategy}>
          {own.map((section) => (
            <DraggedBand key={section.key} section={section} {...rest} />
          ))}
        </SortableContext>
      </DndContext>
      {sections.filter(({ key, view_id }) => key !== "now" && !view_id).map(plain)}
    </>
  );
}
