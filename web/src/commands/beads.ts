import type { Retiming } from "../api/types";
import { engine } from "../engine/engine";
import { commit, tell } from "../state/film";
import { rangeOf, shotOf } from "../state/select";
import { get, type State, set } from "../state/store";
import { beadsOf, choiceHere, choose, framesChosen, ownerHere, spanOf } from "../strip/beads";
import { stripQuestion } from "../strip/question";
import { along, nearer, StepNearer, see } from "../strip/stripView";
import { words } from "../words/commands";
import type { Command } from "./command";

const places = ["act", "camera"] as const;
const about = ["keys"] as const;
const none = (state: State) => (choiceHere(state) === null ? words.lacksKeys : null);
const noOwner = (state: State) => (ownerHere(state) === null ? words.lacksPuppet : null);

/** Moves all chosen keys in time. */
export function retime(to: Retiming): void {
  const choice = choiceHere();
  if (choice !== null) void commit({ kind: "retimeKeys", shotId: choice.shot, chosen: beadsOf(choice), to });
}

/** Takes chosen keys out, or only those of some properties. */
export function takeOut(properties?: readonly string[]): void {
  const choice = choiceHere();
  if (choice === null) return;
  const chosen = beadsOf(choice)
    .map((row) => ({ ...row, addresses: row.addresses.filter((one) => properties?.includes(one.property) ?? true) }))
    .filter(({ addresses }) => addresses.length > 0);
  void commit({ kind: "removeChosenKeys", shotId: choice.shot, chosen });
}

/** The chosen keys stand still up to the saw blade. */
export function holdChosen(): void {
  const choice = choiceHere();
  if (choice === null) return;
  const addresses = [...choice.rows.values()].flatMap((row) => row.addresses);
  void commit({ kind: "holdHere", shotId: choice.shot, frame: get().frame, owner: null, addresses });
}

/** All keys of what the strip shows, or those at one frame. */
async function chooseKeys(at?: number): Promise<void> {
  const [shot, owner] = [get().shotId, ownerHere()];
  if (shot === null || owner === null) return;
  const answer = await engine.ask(stripQuestion(shot, owner)).catch(tell);
  const rows = answer?.strip?.rows ?? [];
  choose(
    rows.map((row) => ({
      row,
      frames: row.beads.map(({ frame }) => frame).filter((frame) => at === undefined || frame === at),
    })),
    "only",
  );
}

/** What was chosen, again, after the last of it. @param apart frames from one start to the next; 0 for one right after the other. */
export function repeat(copies: number, apart: number): void {
  const choice = choiceHere();
  if (choice === null) return;
  const { first, last } = spanOf(choice);
  const frame = Math.max(last + 1, first + apart);
  const how = { copies, apart, toThings: [], replaces: false };
  void commit({ kind: "copyKeys", shotId: choice.shot, chosen: beadsOf(choice), frame, ...how });
}

const length = () => shotOf(get())?.length ?? 1;

function seeChosenKeys(): void {
  const choice = choiceHere();
  if (choice === null) return;
  const { first, last } = spanOf(choice);
  const room = Math.max(2, (last - first) / 10);
  see(length(), () => ({ from: first - room, to: last + room }));
}

type FrameRange = ReturnType<typeof rangeOf>;

function setRange(change: (range: FrameRange, frame: number) => FrameRange): void {
  const shot = shotOf(get());
  if (shot === null) return;
  const range = change(rangeOf(shot), get().frame);
  void commit({ kind: "changeShot", shotId: shot.id, range });
}

/** Keys that are chosen on the strip, and how near the strip is. */
export const beading: Command[] = [
  { id: "choose-keys", name: words.selectAllKeys, keys: "ctrl+a", lacks: noOwner, run: () => void chooseKeys() },
  {
    id: "choose-keys-here",
    name: words.selectKeysAtFrame,
    keys: "shift+a",
    lacks: noOwner,
    run: () => void chooseKeys(get().frame),
  },
  { id: "choose-no-keys", name: words.selectNoKeys, lacks: none, run: () => set({ beads: null }) },
  {
    id: "keys-earlier",
    about,
    name: words.keysFrameEarlier,
    keys: "alt+comma",
    lacks: none,
    run: () => retime({ kind: "shift", by: -1 }),
  },
  {
    id: "keys-later",
    about,
    name: words.keysFrameLater,
    keys: "alt+period",
    lacks: none,
    run: () => retime({ kind: "shift", by: 1 }),
  },
  {
    id: "keys-reversed",
    about,
    name: words.reverseKeys,
    lacks: none,
    run: () => retime({ kind: "reverse" }),
  },
  {
    id: "keys-evenly",
    about,
    name: words.spaceKeysEvenly,
    lacks: none,
    run: () => retime({ kind: "evenly" }),
  },
  {
    id: "keys-exchanged",
    about,
    name: words.swapPoses,
    lacks: (state: State) => none(state) ?? ((framesChosen(state)?.size ?? 0) < 2 ? words.lacksTwoFrames : null),
    run: () => retime({ kind: "exchange" }),
  },
  { id: "keys-repeated", about, name: words.repeatKeys, keys: "ctrl+d", lacks: none, run: () => repeat(1, 0) },
  { id: "keys-held", about, name: words.holdRowsHere, lacks: none, run: holdChosen },
  {
    id: "rest-follows",
    name: words.rippleEdit,
    on: (state: State) => state.restFollows,
    keys: "shift+d",
    run: () => set({ restFollows: !get().restFollows }),
  },
  {
    id: "graph",
    name: words.graph,
    on: (state: State) => state.graph,
    keys: "t",
    run: () => set({ graph: !get().graph }),
  },
  {
    id: "only-chosen",
    name: words.selectedRowsOnly,
    on: (state: State) => state.onlyChosen,
    keys: "shift+t",
    run: () => set({ onlyChosen: !get().onlyChosen }),
  },
  {
    id: "range-from",
    name: words.setRangeStart,
    keys: "shift+bracketleft",
    run: () => setRange((range, frame) => ({ from: frame, to: Math.max(frame, range.to) })),
  },
  {
    id: "range-to",
    name: words.setRangeEnd,
    keys: "shift+bracketright",
    run: () => setRange((range, frame) => ({ from: Math.min(range.from, frame), to: frame })),
  },
  {
    id: "range-all",
    name: words.clearRange,
    lacks: (state: State) => (shotOf(state)?.range ? null : words.lacksRange),
    run: () => {
      const shotId = get().shotId;
      if (shotId !== null) void commit({ kind: "changeShot", shotId, withoutRange: true });
    },
  },
  {
    id: "strip-nearer",
    name: words.zoomInTimeline,
    keys: "alt+equal",
    run: () => see(length(), (view) => nearer(view, get().frame, StepNearer)),
  },
  {
    id: "strip-farther",
    name: words.zoomOutTimeline,
    keys: "alt+minus",
    run: () => see(length(), (view) => nearer(view, get().frame, 1 / StepNearer)),
  },
  { id: "strip-all", name: words.fitTimeline, keys: "alt+0", run: () => set({ stripView: null }) },
  { id: "strip-chosen", about, name: words.zoomTimelineToSelection, keys: "shift+f", lacks: none, run: seeChosenKeys },
  {
    id: "strip-on",
    name: words.scrollTimelineOn,
    keys: "alt+right",
    run: () => see(length(), (view) => along(view, (view.to - view.from) / 10)),
  },
  {
    id: "strip-back",
    name: words.scrollTimelineBack,
    keys: "alt+left",
    run: () => see(length(), (view) => along(view, (view.from - view.to) / 10)),
  },
].map((command) => ({ ...command, places }));
