import { useTheme } from "@mui/material/styles";
import { enqueueSnackbar } from "notistack";
import { useState } from "react";
import { useShallow } from "zustand/react/shallow";
import type { AnswerTo, Edit, Grip, Point } from "../api/types";
import { engine } from "../engine/engine";
import { choose, takeHold } from "../state/choose";
import { tell } from "../state/film";
import { isOnBench, nameOf, newId, pictureOf, usePuppet, viewOf } from "../state/select";
import { type Chosen, get, set, useStore } from "../state/store";
import { useAnswered } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { words } from "../words/stage";
import { ArcLayer, PathHandles } from "./ArcLayer";
import { BalanceLayer } from "./BalanceLayer";
import { type Box, startBox } from "./boxChoice";
import { ChosenBox } from "./ChosenBox";
import { DialsOnStage } from "./DialOnStage";
import { makeAt, type Press, plain, startDrag, taken } from "./gestures";
import { BoneLath, BoxOutline, GoalRing, OriginMark, PinTack, PivotMark, TurnGrip } from "./handles";
import { LimbDraft, useLimbDraft } from "./LimbDraft";
import { MeshLines } from "./MeshLines";
import { type NewPin, PinName } from "./PinName";
import { RestHandles } from "./RestHandles";

type Handles = AnswerTo<"overlay">;

/** Handles over the picture. Where they are is the core's word; a drag on one becomes a gesture of the core. */
export function Overlay({ width, height }: { width: number; height: number }) {
  const { inks } = useTheme().palette;
  const film = useStore((state) => state.film);
  const place = useStore((state) => state.place);
  const frame = useStillFrame();
  const playing = useStore((state) => state.playing);
  const chosen = useStore((state) => state.chosen);
  const also = useStore((state) => state.also);
  const tool = useStore((state) => state.tool);
  const castId = useStore((state) => state.castId);
  const puppet = usePuppet();
  const onBench = isOnBench({ place });
  const view = useStore(useShallow(viewOf));
  const picture = useStore(useShallow(pictureOf));
  const brush = useStore((state) => state.brush);
  const wholeBody = useStore((state) => state.wholeBody);
  const side = useStore((state) => (place === "act" ? state.otherSide : "Stays"));
  const [box, setBox] = useState<Box | null>(null);
  const [naming, setNaming] = useState<NewPin | null>(null);
  const limb = useLimbDraft(puppet?.id ?? null);
  const owner = onBench ? "bench" : place === "scenery" ? (chosen?.thing ?? "") : (castId ?? "");
  // A version that was kept is looked at and not worked on.
  const { answer, late } = useAnswered(
    view && view.aside == null && !playing && owner !== "" ? { kind: "overlay", view, frame, owner } : null,
  );
  if (!film) return null;

  const scale = picture.width / Math.max(1, width);
  const toPicture = (event: { clientX: number; clientY: number }): Point => {
    const box = document.querySelector("[data-overlay]")?.getBoundingClientRect();
    return { x: (event.clientX - (box?.left ?? 0)) * scale, y: (event.clientY - (box?.top ?? 0)) * scale };
  };
  const trying = place === "rig" && tool === "try";
  // A tool that makes things also makes them on top of handles: a bone begins on the end of another.
  const brushes = tool === "knead" || tool === "weights";
  const makes = place === "rig" && (tool === "pin" || tool === "bone" || tool === "limb" || brushes);
  const poses = place === "act" || trying;
  /** A press on a handle: with Ctrl what it is of joins what is chosen, else it is dragged with all that is. */
  const hold = (chooses: Chosen, drag: (press: Press, also: string[]) => void) => (event: React.PointerEvent) => {
    const press = taken(event);
    if (joins(event)) choose(chooses, true);
    else drag(press, takeHold(chooses));
  };
  const alone = (chooses: Chosen) => () => set({ chosen: chooses, also: [] });
  const drag = (grip: Grip, chooses: Chosen) =>
    hold(chooses, (press, also) =>
      startDrag(
        press,
        { ...grip, also, ...(poses ? { side } : {}) },
        { toUnits: toPicture, trying, onClick: alone(chooses), onDone: lonely },
      ),
    );
  /** A limb alone or with the whole body, as is chosen; the other way while Shift is held. */
  const pull = (grip: Grip, chooses: Chosen) =>
    hold(chooses, (press, also) => startPull(press, { ...grip, also }, chooses));
  const startPull = (press: Press, grip: Grip, chooses: Chosen) => {
    const pulling = (whole: boolean) => pulled({ ...grip, side }, whole);
    startDrag(press, pulling(wholeBody), {
      toUnits: toPicture,
      trying,
      shifted: pulling(!wholeBody),
      onClick: alone(chooses),
      onDone: lonely,
    });
  };
  /** Asked to take the other side along, something that has none says so. */
  const lonely = (edit: Edit) => {
    if (side === "Stays" || edit.kind !== "setKeys" || edit.says === "Moved both sides") return;
    const [thing, ...more] = new Set(edit.values.map(({ address }) => address.thing));
    if (thing === undefined || thing === "body" || more.length > 0) return;
    const name = nameOf(puppet, thing);
    const what = words.noOpposite(name);
    enqueueSnackbar(what, { variant: "info", key: what, preventDuplicate: true });
  };
  const as = (kind: Chosen["kind"], thing: string): Chosen => (onBench ? { kind, thing } : { kind, owner, thing });

  /** A press beside all handles: a tool does its work, or what lies under it is chosen and taken along. */
  const press = async (event: React.PointerEvent) => {
    if (event.button !== 0 || view === null || playing || view.aside != null) return;
    const at = toPicture(event);
    if (place === "rig" && tool === "pin") return void dropPin(at);
    if (place === "rig" && tool === "limb") {
      event.preventDefault();
      return limb.press(at, event.shiftKey);
    }
    if (place === "rig" && tool === "bone") {
      const made = newId("bone");
      const grip: Grip = { kind: "NewBone", thing: boneOn(chosen, puppet), owner, newId: made, ...plain };
      startDrag(taken(event), grip, {
        toUnits: toPicture,
        onDone: () => set({ chosen: { kind: "bone", thing: made }, also: [] }),
      });
      return;
    }
    if (place === "rig" && brushes && chosen?.kind === "part") {
      const kneads = tool === "knead";
      startDrag(
        taken(event),
        { ...plain, kind: kneads ? "Knead" : "Weights", thing: chosen.thing, owner, newId: brush.works },
        {
          toUnits: toPicture,
          brush: {
            radius: brush.radius,
            strength: brush.strength,
            softness: brush.softness,
            knead: brush.kind,
            bone: kneads ? undefined : brush.works,
            target: brush.target,
          },
        },
      );
      return;
    }
    // The answer comes a moment later; a press that is over by then was a click.
    const pressed = taken(event);
    const [alt, more] = [event.altKey, joins(event) || (event.shiftKey && onBench)];
    let released = false;
    window.addEventListener("pointerup", () => (released = true), { once: true });
    const hit = await engine.ask({ kind: "hit", view, frame, at }).catch(tell);
    if (!hit) return;
    const found = toChosen(place, hit, owner);
    if (found === null && onBench && tool === "choose" && !released)
      return startBox(pressed, toPicture, answer?.pivots ?? [], setBox);
    if (hit.owner && hit.part && !onBench) set({ castId: hit.owner });
    if (more && found !== null) return choose(found, true);
    const grip = bodyGrip(place, trying, found, alt);
    if (found !== null && grip && !released) return startPull(pressed, { ...grip, also: takeHold(found) }, found);
    set({ chosen: found, also: [] });
    if (grip && !released) startDrag(pressed, grip, { toUnits: toPicture });
  };

  /** A right press is about the handle or the art under it, and else about the picture. */
  const openMenu = async (event: React.MouseEvent) => {
    const { clientX: x, clientY: y } = event;
    if (!(event.target as Element).closest("[data-handle]")) {
      const hit =
        view === null || playing
          ? null
          : await engine.ask({ kind: "hit", view, frame, at: toPicture(event) }).catch(tell);
      const found = hit ? toChosen(place, hit, owner) : null;
      const among = found?.kind === "part" && onBench && get().also.includes(found.thing);
      if (!among) set({ chosen: found, also: found?.thing === get().chosen?.thing ? get().also : [] });
      if (hit?.owner && hit.part && place === "act") set({ castId: hit.owner });
    }
    set({ menu: { x, y, about: get().chosen ? "chosen" : "picture" } });
  };

  const shown = answer ?? null;
  return (
    <svg
      data-overlay
      data-testid="overlay"
      data-late={late}
      width={width}
      height={height}
      role="application"
      aria-label={words.picture}
      style={{
        position: "absolute",
        inset: 0,
        overflow: "visible",
        touchAction: "none",
        cursor: cursorOf(place, tool),
      }}
      onPointerDown={(event) => void press(event)}
      onPointerMove={limb.joints.length > 0 ? (event) => limb.follow(toPicture(event)) : undefined}
      onContextMenu={(event) => {
        event.preventDefault();
        void openMenu(event);
      }}
    >
      <rect width={width} height={height} fill="transparent" />
      {shown && !playing && (
        <g transform={`scale(${1 / scale})`} pointerEvents={makes ? "none" : undefined}>
          {place === "rig" && chosen?.kind === "part" && !trying && (
            <MeshLines handles={shown} part={chosen.thing} scale={scale} />
          )}
          {place === "scenery" &&
            chosen?.kind === "thing" &&
            [chosen.thing, ...also].map((thing) => <ChosenBox key={thing} thing={thing} scale={scale} />)}
          {place === "act" && <ArcLayer scale={scale} toPicture={toPicture} />}
          {(onBench || place === "act") && puppetHandles(shown)}
          {place === "act" && <BalanceLayer owner={owner} scale={scale} />}
          {place === "act" && <PathHandles scale={scale} toPicture={toPicture} />}
          {place === "act" && chosen?.kind === "dial" && (
            <DialsOnStage
              dials={puppet?.dials.filter(({ id }) => id === chosen.thing || also.includes(id)) ?? []}
              owner={owner}
              boxes={shown.boxes}
              width={width}
              scale={scale}
            />
          )}
          {place === "rig" && <LimbDraft joints={limb.joints} to={limb.to} scale={scale} />}
          {box && (
            <rect
              data-testid="box"
              x={box.left}
              y={box.top}
              width={box.right - box.left}
              height={box.bottom - box.top}
              fill={inks.petrol}
              fillOpacity={0.12}
              stroke={inks.petrol}
              strokeWidth={scale}
            />
          )}
        </g>
      )}
    </svg>
  );

  function puppetHandles(handles: Handles) {
    const own = <T extends { owner: string }>(list: T[]) => list.filter((handle) => handle.owner === owner);
    /** Where handles lie on one another, what is chosen lies on top. */
    const chosenLast = <T extends { owner: string }>(list: T[], thing: (handle: T) => string) =>
      own(list).sort((one, other) => Number(thing(one) === chosen?.thing) - Number(thing(other) === chosen?.thing));
    const isChosen = (thing: string) => chosen?.thing === thing || also.includes(thing);
    const part = chosen?.kind === "part" ? own(handles.pivots).find((pivot) => pivot.part === chosen.thing) : undefined;
    return (
      <>
        {own(handles.folds).map((fold) => (
          <FoldedTriangles key={fold.part} corners={fold.corners} scale={scale} />
        ))}
        {own(handles.pivots)
          .filter(({ part, box }) => part !== undefined && isChosen(part) && box.length > 0)
          .map(({ part, box }) => (
            <BoxOutline key={part} corners={box} ink={inks.petrol} scale={scale} />
          ))}
        {place !== "parts" &&
          chosenLast(handles.bones, ({ bone }) => bone).map((bone) => (
            <BoneLath
              key={bone.bone}
              start={bone.start}
              end={bone.end}
              name={nameOf(puppet, bone.bone)}
              chosen={isChosen(bone.bone)}
              scale={scale}
              onDown={pull(boneGrip("body", bone.bone, poses, owner), as("bone", bone.bone))}
              onStart={
                poses ? elbow(handles, bone) : drag(boneGrip("start", bone.bone, poses, owner), as("bone", bone.bone))
              }
              onEnd={poses ? undefined : drag(boneGrip("end", bone.bone, poses, owner), as("bone", bone.bone))}
            />
          ))}
        {place !== "parts" &&
          chosenLast(handles.pins, ({ thing }) => thing).map((pin) => (
            <PinTack
              key={pin.thing}
              at={pin.at}
              name={nameOf(puppet, pin.thing)}
              chosen={isChosen(pin.thing)}
              scale={scale}
              onDown={drag(
                { kind: poses ? "Pin" : "PinRest", thing: pin.thing, owner, ...plain },
                as("pin", pin.thing),
              )}
            />
          ))}
        {naming && (
          <PinName key={naming.pin} made={naming} width={width} scale={scale} onDone={() => setNaming(null)} />
        )}
        {poses &&
          chosenLast(handles.goals, ({ thing }) => thing).map((goal) => (
            <GoalRing
              key={goal.thing}
              at={goal.at}
              name={nameOf(puppet, goal.thing)}
              chosen={isChosen(goal.thing)}
              scale={scale}
              onDown={pull({ ...plain, kind: "Goal", thing: goal.thing, owner }, as("reach", goal.thing))}
            />
          ))}
        {!poses &&
          own(handles.origins).map((origin) => (
            <OriginMark
              key={origin.thing}
              at={origin.at}
              scale={scale}
              onDown={drag({ kind: "Origin", thing: origin.thing, owner, ...plain }, chosen ?? as("body", "body"))}
            />
          ))}
        {place === "act" &&
          own(handles.origins).map((origin) => (
            <OriginMark
              key={origin.thing}
              at={origin.at}
              scale={scale}
              onDown={drag({ kind: "Shift", thing: "body", owner, ...plain }, as("body", "body"))}
            />
          ))}
        {part && (
          <PivotMark
            at={part.at}
            name={nameOf(puppet, part.part)}
            scale={scale}
            onDown={drag({ kind: poses ? "Shift" : "Pivot", thing: part.part, owner, ...plain }, as("part", part.part))}
          />
        )}
        {place === "rig" && part && !trying && (
          <RestHandles
            rests={own(handles.rests).filter((rest) => rest.part === part.part)}
            scale={scale}
            take={(grip) => drag({ ...plain, ...grip, owner }, as("part", part.part))}
          />
        )}
        {part && poses && (
          <TurnGrip
            at={part.at}
            scale={scale}
            onDown={pull({ kind: "Turn", thing: part.part, owner, ...plain }, as("part", part.part))}
          />
        )}
      </>
    );
  }

  /** Where a bone begins at the end of its carrier, the joint is the carrier's: an elbow turns the upper arm. */
  function elbow({ bones }: Handles, { bone, start }: Handles["bones"][number]) {
    const on = puppet?.bones.find((one) => one.id === bone)?.ridesOn;
    const carrier = bones.find((one) => one.owner === owner && one.bone === on);
    if (!carrier || Math.hypot(carrier.end.x - start.x, carrier.end.y - start.y) > 1) return undefined;
    return pull(boneGrip("body", carrier.bone, poses, owner), as("bone", carrier.bone));
  }

  async function dropPin(at: Point) {
    const hit = view && (await engine.ask({ kind: "hit", view, frame, at }).catch(tell));
    const own = puppet?.parts.find((one) => one.pins.some((pin) => pin.id === chosen?.thing))?.id;
    const part = own ?? (chosen?.kind === "part" ? chosen.thing : hit?.part);
    if (!part) return void tell(new Error(words.lacksPinPart));
    const pins = puppet?.parts.find((one) => one.id === part)?.pins.length ?? 0;
    const made: NewPin = { part, pin: newId("pin"), at, name: words.pinNumber(pins + 1) };
    setNaming(made);
    const edit = await makeAt({ kind: "NewPin", thing: part, owner, newId: made.pin, ...plain }, at);
    if (edit) set({ chosen: { kind: "part", thing: part }, also: [] });
    else setNaming(null);
  }
}

/** Where pins force a mesh to lie the wrong way round. */
function FoldedTriangles({ corners, scale }: { corners: number[]; scale: number }) {
  const { blade: ink, card: paper } = useTheme().palette.inks;
  const triangles: string[] = [];
  for (let i = 0; i < corners.length; i += 6) {
    const [ax, ay, bx, by, cx, cy] = corners.slice(i, i + 6);
    triangles.push(`M${ax} ${ay}L${bx} ${by}L${cx} ${cy}Z`);
  }
  const d = triangles.join("");
  return (
    // Paper round the red, so that it is seen on red art too.
    <g pointerEvents="none" data-testid="folds" strokeLinejoin="round">
      <path d={d} fill="none" stroke={paper} strokeWidth={5 * scale} />
      <path d={d} fill={ink} stroke={ink} strokeWidth={1.5 * scale} />
    </g>
  );
}

/** A new bone rides on the chosen bone, or takes the chosen part, where it is drawn on that; else the core finds what it is drawn on. */
function boneOn(chosen: Chosen | null, puppet: ReturnType<typeof usePuppet>): string {
  const there = chosen?.kind === "bone" ? puppet?.bones : chosen?.kind === "part" ? puppet?.parts : undefined;
  return there?.some((one: { id: string }) => one.id === chosen?.thing) ? (chosen?.thing ?? "") : "";
}

function boneGrip(end: "body" | "start" | "end", bone: string, poses: boolean, owner: string): Grip {
  const kind = poses ? "Turn" : end === "start" ? "BoneStart" : "BoneEnd";
  return { kind, thing: bone, owner, ...plain };
}

/** What is pressed so joins what is chosen, or leaves it. */
const joins = ({ ctrlKey, metaKey }: React.PointerEvent) => ctrlKey || metaKey;

/** Goals and what turns can be pulled with the whole body; nothing else. */
const pulled = (grip: Grip, wholeBody: boolean): Grip =>
  grip.kind === "Goal" || (grip.kind === "Turn" && grip.thing !== "body") ? { ...grip, wholeBody } : grip;

function toChosen(place: string, hit: AnswerTo<"hit">, owner: string): Chosen | null {
  if (!hit.owner) return null;
  if (place === "scenery" || place === "camera") return { kind: "thing", thing: hit.owner };
  if (!hit.part) return null;
  return place === "act"
    ? { kind: "part", owner: hit.owner ?? owner, thing: hit.part }
    : { kind: "part", thing: hit.part };
}

/** What a drag on the art itself does in each place; with Alt it shifts instead of turning. */
function bodyGrip(place: string, trying: boolean, found: Chosen | null, alt: boolean): Grip | null {
  const owner = viewOf(get())?.puppet ? "bench" : (found?.owner ?? get().castId ?? "");
  if (place === "camera") return { kind: "Look", thing: "camera", ...plain };
  if (!found) return null;
  if (place === "scenery") return { kind: "Thing", thing: found.thing, ...plain };
  if (place === "act" || trying) return { kind: alt ? "Shift" : "Turn", thing: found.thing, owner, ...plain };
  return null;
}

const cursorOf = (place: string, tool: string) =>
  place === "rig" && tool !== "choose" && tool !== "try" ? "crosshair" : place === "camera" ? "grab" : "default";
