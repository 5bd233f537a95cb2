import { enqueueSnackbar } from "notistack";
import type { Edit, Wish } from "../api/types";
import { takeAwayParts } from "../benches/parts/takeAwayParts";
import { engine } from "../engine/engine";
import { commit, settled, tell, wish } from "../state/film";
import { newId } from "../state/select";
import { type Clip, get, places, type State, set } from "../state/store";
import { beadsOf, choiceHere, ownerHere } from "../strip/beads";
import { words } from "../words/commands";
import { partsChosen } from "./choosing";
import type { Command } from "./command";
import { pastedSaid } from "./pasted";

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

const nothing = (state: State) => (clipOf(state, false) === null ? words.lacksCopyable : null);

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
    const copy: Edit = {
      kind: "duplicateParts",
      puppetId: from.id,
      partIds,
      by,
      suffix,
      into: same ? null : puppetId,
      overOriginals: same,
    };
    return clip.cut ? moved(words.pasteParts, copy, takeAwayParts(from, partIds)) : copy;
  }
  if (clip.kind === "thing" && (place === "act" || place === "scenery" || place === "camera") && shotId !== null) {
    const [thingId = ""] = clip.things;
    if (!film?.shots.find((shot) => shot.id === clip.from)?.things.some((thing) => thing.id === thingId)) return null;
    const copy: Edit = { kind: "copyThing", shotId: clip.from, thingId, toShot: shotId, newId: suffix };
    return clip.cut ? moved(words.moveToAnotherStage, copy, { kind: "removeThing", shotId: clip.from, thingId }) : copy;
  }
  return null;
}

type Paste = Extract<Wish, { kind: "pasteKeys" }>;

/** Keys come to the saw blade: on what is chosen of what the strip shows, else on things of the same name. */
function pastingKeys({ from, beads, cut }: Clip, how: Partial<Pick<Paste, "mirror" | "merges">> = {}): Paste | null {
  const { shotId, chosen, also, frame, film } = get();
  const owner = ownerHere();
  if (shotId === null || owner === null || !beads || !film?.shots.some((one) => one.id === from)) return null;
  const things = chosen?.owner === owner ? [chosen.thing, ...also] : [];
  const where = { from, chosen: beads, shot: shotId, owner, frame, things };
  return { kind: "pasteKeys", ...where, mirror: null, merges: false, cut, ...how };
}

/** Pastes, and says what came of it: it is seen on the rows, but not what found no place. */
async function pasteKeys(how: Partial<Pick<Paste, "mirror" | "merges">> = {}): Promise<void> {
  const { clip } = get();
  const paste = clip?.kind === "keys" ? pastingKeys(clip, how) : null;
  if (paste === null) return;
  await settled();
  const answer = await engine.ask({ kind: "paste", paste }).catch(tell);
  if (!answer) return;
  if (paste.cut && !paste.mirror) set({ clip: null, chosen: null, also: [] });
  await wish(paste);
  enqueueSnackbar(pastedSaid(answer.pasted), { variant: "info" });
}

/** What was cut goes once its copy is there, so that nothing is lost on the way. */
const moved = (says: string, ...edits: Edit[]): Edit => ({
  kind: "together",
  says,
  edits: edits.flatMap((edit) => (edit.kind === "together" ? edit.edits : [edit])),
});

const chooseCut = (cut: boolean) => () => set({ clip: clipOf(get(), cut) });

const noKeys = ({ clip, place }: State) =>
  clip?.kind !== "keys" ? words.lacksCopiedKeys : place === "act" || place === "camera" ? null : words.lacksAct;

function paste(): void {
  if (get().clip?.kind === "keys") return void pasteKeys();
  const edit = pasting(get());
  if (edit === null) return;
  if (get().clip?.cut) set({ clip: null, chosen: null, also: [] });
  void commit(edit);
}

const all: Command[] = [
  {
    id: "copy",
    name: words.copy,
    keys: "ctrl+c",
    lacks: nothing,
    about: ["part", "thing", "keys"],
    run: chooseCut(false),
  },
  {
    id: "cut",
    name: words.cut,
    keys: "ctrl+x",
    lacks: nothing,
    about: ["part", "thing", "keys"],
    run: chooseCut(true),
  },
  {
    id: "paste",
    name: words.paste,
    keys: "ctrl+v",
    lacks: (state) =>
      state.clip === null
        ? words.lacksCopied
        : (state.clip.kind === "keys" ? pastingKeys(state.clip) : pasting(state)) === null
          ? words.lacksWhatWasCopied
          : null,
    about: ["part", "thing", "picture", "keys"],
    run: paste,
  },
  {
    id: "paste-merging",
    name: words.pasteAndMergeKeys,
    keys: "ctrl+alt+v",
    lacks: noKeys,
    about: ["keys"],
    run: () => void pasteKeys({ merges: true }),
  },
  {
    id: "paste-mirrored",
    name: words.pasteKeysMirrored,
    keys: "ctrl+shift+v",
    lacks: noKeys,
    about: ["keys"],
    run: () => void pasteKeys({ mirror: "Sides" }),
  },
  {
    id: "paste-turned",
    name: words.pasteMirroredInPlace,
    lacks: noKeys,
    run: () => void pasteKeys({ mirror: "InPlace" }),
  },
];

/** Parts go to whichever puppet lies on the bench, things to the shot that is open. */
export const clipping: Command[] = all.map((command) => ({ ...command, places }));
