import { closestCenter, DndContext, type DragEndEvent } from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import DragIndicator from "@mui/icons-material/DragIndicator";
import IconButton from "@mui/material/IconButton";
import type { ComponentProps } from "react";
import type { Section } from "../../api/client";
import { useMoveView, useViewNames } from "../../api/views";
import { useDragSensors } from "../../parts/useDragSensors";
import { Band } from "./Band";
import styles from "./bands.module.css";

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
            className={styles.handle}
          >
            <DragIndicator fontSize="inherit" />
          </IconButton>
        }
      />
    </div>
  );
}

const isNow = ({ key }: Section) => key === "now";
const isOwn = ({ view_id }: Section) => Boolean(view_id);
const isRest = (section: Section) => !isNow(section) && !isOwn(section);

/** The sections as they stand on the Front, from top to bottom. */
export const inOrder = (sections: Section[]): Section[] => [
  ...sections.filter(isNow),
  ...sections.filter(isOwn),
  ...sections.filter(isRest),
];

/** Now first, then the person's bands in an order that they drag, then everything else. */
export function Bands({ sections, ...rest }: Given & { sections: Section[] }) {
  const views = useViewNames().data?.views ?? [];
  const move = useMoveView();
  const sensors = useDragSensors();
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    move.mutate({ id: Number(active.id), to: views.findIndex(({ id }) => id === over.id) });
  };
  const own = sections.filter(isOwn);
  const plain = (section: Section) => <Band key={section.key} section={section} {...rest} />;
  return (
    <>
      {sections.filter(isNow).map(plain)}
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
      {sections.filter(isRest).map(plain)}
    </>
  );
}
