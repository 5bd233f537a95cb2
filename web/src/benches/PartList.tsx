import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { Part, Puppet } from "../api/types";
import { labelInk } from "../fields/labels";
import { commit } from "../state/film";
import { get, set, useStore } from "../state/store";

/** A puppet's parts, front to back as they lie over each other; dragging reorders them. */
export function PartList({
  puppet,
  reorders,
  note,
}: {
  puppet: Puppet;
  reorders: boolean;
  note: (part: Part) => string;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const front = [...puppet.parts].reverse();
  const drop = ({ active, over }: DragEndEvent) => {
    const to = puppet.parts.findIndex((part) => part.id === over?.id);
    if (over && active.id !== over.id && to >= 0)
      void commit({ kind: "movePart", puppetId: puppet.id, partId: String(active.id), to });
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={front.map((part) => part.id)} strategy={verticalListSortingStrategy} disabled={!reorders}>
        <Box component="ul" aria-label="Parts, front to back" sx={{ listStyle: "none", m: 0, p: 0 }}>
          {front.map((part) => (
            <PartLine key={part.id} part={part} depth={depthOf(puppet, part)} note={note(part)} />
          ))}
        </Box>
      </SortableContext>
    </DndContext>
  );
}

function depthOf(puppet: Puppet, part: Part): number {
  let depth = 0;
  let at = part.ridesOn;
  while (at && depth < 5) {
    at = puppet.parts.find((candidate) => candidate.id === at)?.ridesOn;
    depth++;
  }
  return depth;
}

/** With Ctrl a part joins the chosen one, or leaves it again. */
function choosePart(id: string, join: boolean): void {
  const { chosen, also } = get();
  if (!join || chosen?.kind !== "part") set({ chosen: { kind: "part", thing: id }, also: [] });
  else if (chosen.thing !== id) set({ also: also.includes(id) ? also.filter((one) => one !== id) : [...also, id] });
}

function PartLine({ part, depth, note }: { part: Part; depth: number; note: string }) {
  const { inks } = useTheme().palette;
  const chosen = useStore((state) => state.chosen?.thing === part.id || state.also.includes(part.id));
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: part.id });
  // A part that is not sortable can still be chosen.
  const { "aria-disabled": _, ...described } = attributes;
  return (
    <li ref={setNodeRef} style={{ transform: CSS.Transform.toString(transform), transition }}>
      <ButtonBase
        {...described}
        {...listeners}
        role="button"
        aria-pressed={chosen}
        onClick={(event) => choosePart(part.id, event.ctrlKey || event.metaKey)}
        sx={{
          width: "100%",
          justifyContent: "flex-start",
          gap: 0.75,
          pl: 0.75 + depth * 1.1,
          pr: 0.75,
          py: 0.45,
          borderRadius: 1,
          fontFamily: "inherit",
          fontSize: 13.5,
          textAlign: "left",
          bgcolor: chosen ? inks.petrolWash : "transparent",
          fontWeight: chosen ? 700 : 400,
          opacity: part.hidden ? 0.55 : 1,
        }}
      >
        <Box
          component="span"
          sx={{ width: 9, height: 9, flexShrink: 0, borderRadius: "2px", bgcolor: labelInk(inks, part.label) }}
        />
        <Box component="span" sx={{ flex: 1, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
          {part.name}
        </Box>
        <Box component="span" sx={{ color: "text.secondary", fontSize: 12, flexShrink: 0 }}>
          {part.hidden ? "hidden" : note}
        </Box>
      </ButtonBase>
    </li>
  );
}
