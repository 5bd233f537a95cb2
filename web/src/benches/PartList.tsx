import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { Part, Puppet } from "../api/types";
import { labelInk } from "../fields/labels";
import { Reorderable } from "../fields/Reorderable";
import { entry } from "../fields/row";
import { useInView } from "../fields/useInView";
import { commit } from "../state/film";
import { set, useStore } from "../state/store";
import { words } from "../words/parts";
import { choosePart } from "./choosePart";
import { LineFace, lineLook } from "./LineFace";
import { carrierOf, inPaintingOrder, switchListOrder, underCarriers, useListOrder } from "./listOrder";

/** A puppet's parts, front to back as they lie over each other, where dragging reorders them; or each under what carries it. */
export function PartList({
  puppet,
  reorders,
  note,
}: {
  puppet: Puppet;
  reorders: boolean;
  note: (part: Part) => string;
}) {
  const { inks } = useTheme().palette;
  const folded = useStore((state) => state.folded);
  const filter = useStore((state) => state.filter);
  const showTucked = useStore((state) => state.showTucked);
  const tucked = puppet.parts.filter((part) => part.tuckedAway).length;
  const byCarriers = useListOrder((state) => state.byCarriers);
  const front = (byCarriers ? underCarriers(puppet) : inPaintingOrder(puppet))
    .filter(({ part }) => (showTucked || !part.tuckedAway) && fits(part, filter))
    .filter(({ part }) => filter !== "" || !byCarriers || !isFolded(puppet, part, folded));
  const order = front.map(({ part }) => part.id);
  const move = (partId: string, over: string) => {
    const to = puppet.parts.findIndex((part) => part.id === over);
    if (to >= 0) void commit({ kind: "movePart", puppetId: puppet.id, partId, to });
  };
  return (
    <>
      <Box
        component="input"
        type="search"
        value={filter}
        placeholder={words.findByName}
        aria-label={words.findPart}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => set({ filter: event.target.value })}
        onKeyDown={(event: React.KeyboardEvent) => event.stopPropagation()}
        sx={{ ...entry, width: "100%", boxSizing: "border-box", mb: 0.5 }}
      />
      <Box sx={{ display: "flex", gap: 0.25, mb: 0.5 }} role="radiogroup" aria-label={words.orderOfList}>
        {[false, true].map((carriers) => (
          <Button
            key={String(carriers)}
            role="radio"
            aria-checked={byCarriers === carriers}
            onClick={() => byCarriers !== carriers && switchListOrder()}
            sx={{ px: 0.75, fontSize: 12, bgcolor: byCarriers === carriers ? inks.petrolWash : "transparent" }}
          >
            {carriers ? words.byAttachment : words.inLayerOrder}
          </Button>
        ))}
      </Box>
      <Reorderable ids={order} disabled={!reorders || byCarriers} onMove={move}>
        <Box
          component="ul"
          aria-label={byCarriers ? words.attachmentTree : words.partsFrontToBack}
          sx={{ listStyle: "none", m: 0, p: 0 }}
        >
          {front.map(({ part, depth, carries }) => (
            <PartLine
              key={part.id}
              part={part}
              order={order}
              depth={Math.min(5, depth)}
              note={part.tuckedAway ? words.notListed : part.locked ? words.locked : note(part)}
              folds={!carries ? "none" : folded.includes(part.id) ? "folded" : "open"}
            />
          ))}
        </Box>
      </Reorderable>
      {tucked > 0 && (
        <Button onClick={() => set({ showTucked: !showTucked })}>
          {words.hiddenInLists(tucked, showTucked ? words.leaveOut : words.showThem)}
        </Button>
      )}
    </>
  );
}

/** Something that carries it is folded. */
function isFolded(puppet: Puppet, part: Part, folded: readonly string[]): boolean {
  for (let at = carrierOf(puppet, part); at; at = carrierOf(puppet, at)) if (folded.includes(at.id)) return true;
  return false;
}

const fits = (part: Part, filter: string) =>
  `${part.name} ${part.label}`.toLowerCase().includes(filter.trim().toLowerCase());

const fold = (id: string) =>
  set((state) => ({
    folded: state.folded.includes(id) ? state.folded.filter((one) => one !== id) : [...state.folded, id],
  }));

function PartLine({
  part,
  order,
  depth,
  note,
  folds,
}: {
  part: Part;
  /** All lines as they stand, for what is chosen from one to another. */
  order: string[];
  depth: number;
  note: string;
  folds: "none" | "open" | "folded";
}) {
  const { inks } = useTheme().palette;
  const chosen = useStore((state) => state.chosen?.thing === part.id || state.also.includes(part.id));
  const own = useInView<HTMLLIElement>(useStore((state) => state.chosen?.thing === part.id));
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: part.id });
  // A part that is not sortable can still be chosen.
  const { "aria-disabled": _, ...described } = attributes;
  return (
    <li
      ref={(line) => {
        setNodeRef(line);
        own.current = line;
      }}
      style={{ transform: CSS.Transform.toString(transform), transition, display: "flex", alignItems: "center" }}
    >
      <ButtonBase
        {...described}
        {...listeners}
        role="button"
        aria-pressed={chosen}
        onClick={({ shiftKey, ctrlKey, metaKey }) =>
          choosePart(part.id, shiftKey ? "range" : ctrlKey || metaKey ? "join" : "alone", order)
        }
        sx={{ flex: 1, minWidth: 0, ...lineLook(inks, chosen, depth * 1.1, part.hidden) }}
      >
        <LineFace ink={labelInk(inks, part.label)} name={part.name} note={part.hidden ? words.hidden : note} />
      </ButtonBase>
      {folds !== "none" && (
        <ButtonBase
          aria-label={words.unfoldPart(folds === "open" ? words.fold : words.unfold, part.name)}
          aria-expanded={folds === "open"}
          onClick={() => fold(part.id)}
          sx={{ width: 18, height: 22, fontSize: 11, color: "text.secondary" }}
        >
          {folds === "open" ? "▾" : "▸"}
        </ButtonBase>
      )}
    </li>
  );
}
