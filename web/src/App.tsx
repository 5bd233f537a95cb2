import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useDeferredValue, useEffect, useRef } from "react";
import { Group, Panel, Separator, useDefaultLayout } from "react-resizable-panels";
import { api } from "./api/client";
import { ActBench } from "./benches/act/ActBench";
import type { Bench } from "./benches/Bench";
import { CameraBench } from "./benches/camera/CameraBench";
import { FinishBench } from "./benches/finish/FinishBench";
import { PartsBench } from "./benches/parts/PartsBench";
import { RigBench } from "./benches/rig/RigBench";
import { SceneryBench } from "./benches/scenery/SceneryBench";
import { FilmsPage } from "./films/FilmsPage";
import { ArtNews } from "./shell/ArtNews";
import { DropArt } from "./shell/DropArt";
import { HoldKeys } from "./shell/HoldKeys";
import { HotKeys } from "./shell/HotKeys";
import { walkLines } from "./shell/listKeys";
import { Rail } from "./shell/Rail";
import { Shortcuts } from "./shell/Shortcuts";
import { ThingMenu } from "./shell/ThingMenu";
import { TopBar } from "./shell/TopBar";
import { openFilm } from "./state/film";
import { lastFilm } from "./state/remember";
import { type Place, type Side, set, useStore } from "./state/store";
import { words } from "./words/shell";
import "./testSeam";

const benches: Record<Place, () => Bench> = {
  parts: PartsBench,
  rig: RigBench,
  act: ActBench,
  scenery: SceneryBench,
  camera: CameraBench,
  finish: FinishBench,
};

/** Opens the film that the address names, or the one that was open last, or the demo, or any. */
export async function openFirst(): Promise<void> {
  if (window.location.pathname === "/films") set({ filmsOpen: true });
  const named = window.location.pathname.match(/^\/films\/([^/]+)/)?.[1];
  const films = await api.films();
  const wanted = [named, lastFilm(), "demo"].map((id) => films.find((film) => film.id === id));
  const chosen = wanted.find((film) => film !== undefined) ?? films[0];
  await openFilm(chosen?.id ?? (await api.newFilm(words.newFilm)).id);
}

export function App() {
  const filmId = useStore((state) => state.filmId);
  const place = useStore((state) => state.place);
  const filmsOpen = useStore((state) => state.filmsOpen);
  return (
    <Box sx={{ display: "flex", height: "100%" }}>
      <HotKeys />
      <Shortcuts />
      <ThingMenu />
      <HoldKeys />
      <DropArt />
      <ArtNews />
      <Rail />
      <Box component="main" sx={{ flex: 1, minWidth: 0, display: "flex", flexDirection: "column" }}>
        <TopBar />
        <Box sx={{ flex: 1, minHeight: 0 }}>
          {filmsOpen ? <FilmsPage /> : filmId && <BenchView key={place} place={place} />}
        </Box>
      </Box>
    </Box>
  );
}

/** A place: list, stage and card side by side, the strip below where time matters. The splits are remembered. */
function BenchView({ place }: { place: Place }) {
  const bench = benches[place]();
  const away = useStore((state) => state.foldedAway);
  const there = (sides: (Side | "stage" | "above")[]) => sides.filter((side) => !away.has(side as Side));
  const columns = useDefaultLayout({
    id: "bench-columns",
    storage: localStorage,
    panelIds: there(["list", "stage", "card"]),
  });
  const rows = useDefaultLayout({ id: "bench-rows", storage: localStorage, panelIds: there(["above", "strip"]) });
  const about = useStore(({ chosen }) => `${chosen?.kind} ${chosen?.thing}`);
  // The picture first: lists, card and strip are built in the pauses that painting it leaves.
  const furnished = useDeferredValue(true, false);
  const across = (
    <Group orientation="horizontal" {...columns}>
      {!away.has("list") && (
        <>
          <Panel
            id="list"
            defaultSize="184px"
            minSize="150px"
            maxSize="420px"
            groupResizeBehavior="preserve-pixel-size"
          >
            <Column area="list" label={words.list}>
              {furnished && bench.list}
            </Column>
          </Panel>
          <Split />
        </>
      )}
      <Panel id="stage" minSize="240px">
        {bench.stage}
      </Panel>
      {!away.has("card") && (
        <>
          <Split />
          <Panel
            id="card"
            defaultSize="232px"
            minSize="200px"
            maxSize="420px"
            groupResizeBehavior="preserve-pixel-size"
          >
            <Column area="details" label={words.details} about={about}>
              {furnished && bench.card}
            </Column>
          </Panel>
        </>
      )}
    </Group>
  );
  if (!bench.strip || away.has("strip")) return across;
  return (
    <Group orientation="vertical" {...rows}>
      <Panel id="above" minSize="240px">
        {across}
      </Panel>
      <Split across />
      <Panel id="strip" defaultSize="244px" minSize="80px" groupResizeBehavior="preserve-pixel-size">
        {furnished && bench.strip}
      </Panel>
    </Group>
  );
}

/** A right press on a line of a list chooses it and opens the menu of what is chosen. */
function openLineMenu(event: React.MouseEvent): void {
  const line = (event.target as Element).closest<HTMLElement>("li [aria-pressed]");
  if (line === null) return;
  event.preventDefault();
  if (line.getAttribute("aria-pressed") !== "true") line.click();
  set({ menu: { x: event.clientX, y: event.clientY, about: "chosen" } });
}

/** @param about what the column tells of: told of another thing, it begins at its top. */
function Column(props: {
  area: "list" | "details";
  label: string;
  about?: string | undefined;
  children: React.ReactNode;
}) {
  const { area, label, about, children } = props;
  const column = useRef<HTMLElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another thing brings it back
  useEffect(() => void column.current?.scrollTo(0, 0), [about]);
  return (
    <Box
      ref={column}
      component="aside"
      data-area={area}
      aria-label={label}
      tabIndex={0}
      onContextMenu={openLineMenu}
      onKeyDown={walkLines}
      sx={{ height: "100%", overflow: "auto", bgcolor: "background.paper", p: 1, boxSizing: "border-box" }}
    >
      {children}
    </Box>
  );
}

function Split({ across }: { across?: boolean }) {
  const { inks } = useTheme().palette;
  return <Separator style={{ background: inks.line, ...(across ? { height: 4 } : { width: 4 }) }} />;
}
