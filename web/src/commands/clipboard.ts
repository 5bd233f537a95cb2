import type { Edit, Mirror } from "../api/types";
import { takeAwayParts } from "../benches/parts/takeAwayParts";
import { commit } from "../state/film";
import { newId } from "../state/select";
import { type Clip, get, places, type State, set } from "../state/store";
import { beadsOf, choiceHere, ownerHere } from "../strip/beads";
import { partsChosen } from "./choosing";
import type { Command } from "./command";

/** What copying would take: parts on a bench, or something on the stage. */
function clipOf(state: State, cut: boolean): Clip | null {
  const { chosen, puppetId, shotId, castId, place } = state;
  const keys = choiceHere(state);
  if (keys !== null) return { kind: "keys", from: keys.shot, things: [keys.owner], beads: beadsOf(keys), cut };
  const parts = partsChosen(state);
  if (parts.length > 0 && puppetId !== null)
    return { kind: "parts", from: puppetId, things: parts.map((part) => part.id), cut };
  const thing = chosen?.kind === "thing" ? chosen.thing : place === "act" ? castId : null;
  return thing !== null && shotId !== null ? { kind: "thing", from: shotId, things: [thing], cut } : null;
}

const nothing = (state: State) =>
  clipOf(state, false) === null ? "choose parts, keys, or something on the stage" : null;

/** What pasting would do here. */
function pasting({ clip, puppetId, shotId, place, copyStep, film }: State): Edit | null {
  if (clip === null) return null;
  const suffix = newId("copy");
  if (clip.kind === "parts" && (place === "parts" || place === "rig") && puppetId !== null) {
    const from = film?.puppets.find((puppet) => puppet.id === clip.from);
    const partIds = clip.things.filter((id) => from?.parts.some((part) => part.id === id));
    if (!from || partIds.length === 0) return null;
    const same = clip.from === puppetId;
    const by = same ? copyStep : { x: 0, y: 0 };
    const copy: Edit = { kind: "duplicateParts", puppetId: from.id, partIds, by, suffix, into: same ? null : puppetId };
    return clip.cut ? moved("Moved parts", copy, takeAwayParts(from, partIds)) : copy;
  }
  if (clip.kind === "keys") return pastingKeys(clip);
  if (clip.kind === "thing" && (place === "act" || place === "scenery" || place === "camera") && shotId !== null) {
    const [thingId = ""] = clip.things;
    if (!film?.shots.find((shot) => shot.id === clip.from)?.things.some((thing) => thing.id === thingId)) return null;
    const copy: Edit = { kind: "copyThing", shotId: clip.from, thingId, toShot: shotId, newId: suffix };
    return clip.cut
      ? moved("Moved it to another stage", copy, { kind: "removeThing", shotId: clip.from, thingId })
      : copy;
  }
  return null;
}

/** Keys come to the saw blade: on what the strip shows, and from one row on what is chosen of it. */
function pastingKeys({ from, things, beads, cut }: Clip, mirror: Mirror | null = null): Edit | null {
  const { shotId, chosen, frame, film } = get();
  const owner = ownerHere();
  const shot = film?.shots.find((one) => one.id === from);
  if (shotId === null || owner === null || !beads || !shot) return null;
  const toThing = beads.length === 1 && chosen?.owner === owner ? chosen.thing : null;
  const copy: Edit = {
    kind: "copyKeys",
    shotId: from,
    chosen: beads,
    frame,
    toShot: shotId,
    toOwner: owner,
    toThing,
    copies: 1,
    apart: 0,
    mirror,
  };
  if (!cut || mirror !== null) return copy;
  const elsewhere =
    from !== shotId || things[0] !== owner || (toThing !== null && beads[0]?.addresses[0]?.thing !== toThing);
  if (elsewhere) return moved("Moved keys", copy, { kind: "removeChosenKeys", shotId: from, chosen: beads });
  const first = Math.min(...beads.flatMap((row) => row.frames));
  return { kind: "retimeKeys", shotId, chosen: beads, to: { kind: "shift", by: frame - first } };
}

/** What was cut goes once its copy is there, so that nothing is lost on the way. */
const moved = (says: string, ...edits: Edit[]): Edit => ({
  kind: "together",
  says,
  edits: edits.flatMap((edit) => (edit.kind === "together" ? edit.edits : [edit])),
});

const chooseCut = (cut: boolean) => () => set({ clip: clipOf(get(), cut) });

function pasteMirrored(mirror: Mirror): void {
  const { clip } = get();
  const edit = clip?.kind === "keys" ? pastingKeys(clip, mirror) : null;
  if (edit !== null) void commit(edit);
}

const noKeys = ({ clip, place }: State) =>
  clip?.kind !== "keys" ? "copy keys first" : place !== "act" ? "go to Act" : null;

function paste(): void {
  const edit = pasting(get());
  if (edit === null) return;
  if (get().clip?.cut) set({ clip: null, chosen: null, also: [] });
  void commit(edit);
}

const all: Command[] = [
  { id: "copy", name: "Copy", keys: "ctrl+c", lacks: nothing, about: ["part", "thing", "keys"], run: chooseCut(false) },
  { id: "cut", name: "Cut", keys: "ctrl+x", lacks: nothing, about: ["part", "thing", "keys"], run: chooseCut(true) },
  {
    id: "paste",
    name: "Paste",
    keys: "ctrl+v",
    lacks: (state) =>
      state.clip === null
        ? "copy something first"
        : pasting(state) === null
          ? "what was copied is not here any more, or belongs elsewhere"
          : null,
    about: ["part", "thing", "picture", "keys"],
    run: paste,
  },
  {
    id: "paste-mirrored",
    name: "Paste keys mirrored, left for right",
    keys: "ctrl+shift+v",
    lacks: noKeys,
    about: ["keys"],
    run: () => pasteMirrored("Sides"),
  },
  {
    id: "paste-turned",
    name: "Paste keys mirrored, each on its own",
    lacks: noKeys,
    run: () => pasteMirrored("InPlace"),
  },
];

/** Parts go to whichever puppet lies on the bench, things to the shot that is open. */
export const clipping: Command[] = all.map((command) => ({ ...command, places }));
