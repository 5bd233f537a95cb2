import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useDeferredValue } from "react";
import { Group, Panel, Separator, useDefaultLayout } from "react-resizable-panels";
import { api } from "./api/client";
import { ActBench } from "./benches/act/ActBench";
import type { Bench } from "./benches/Bench";
import { CameraBench } from "./benches/camera/CameraBench";
import { FinishBench } from "./benches/finish/FinishBench";
import { PartsBench } from "./benches/parts/PartsBench";
import { RigBench } from "./benches/rig/RigBench";
import { SceneryBench } from "./benches/scenery/SceneryBench";
import { ArtNews } from "./shell/ArtNews";
import { DropArt } from "./shell/DropArt";
import { HoldKeys } from "./shell/HoldKeys";
import { HotKeys } from "./shell/HotKeys";
import { Rail } from "./shell/Rail";
import { TopBar } from "./shell/TopBar";
import { openFilm } from "./state/film";
import { type Place, type Side, useStore } from "./state/store";
import "./testSeam";

const benches: Record<Place, () => Bench> = {
  parts: PartsBench,
  rig: RigBench,
  act: ActBench,
  scenery: SceneryBench,
  camera: CameraBench,
  finish: FinishBench,
};

/** Opens the film that the address names, or the demo, or any. */
export async function openFirst(): Promise<void> {
  const named = window.location.pathname.match(/^\/films\/([^/]+)/)?.[1];
  const films = await api.films();
  const chosen = films.find((film) => film.id === named) ?? films.find((film) => film.id === "demo") ?? films[0];
  await openFilm(chosen?.id ?? (await api.newFilm("New film")).id);
}

export function App() {
  const filmId = useStore((state) => state.filmId);
  const place = useStore((state) => state.place);
  return (
    <Box sx={{ display: "flex", height: "100%" }}>
      <HotKeys />
      <HoldKeys />
      <DropArt />
      <ArtNews />
      <Rail />
      <Box component="main" sx={{ flex: 1, minWidth: 0, display: "flex", flexDirection: "column" }}>
        <TopBar />
        <Box sx={{ flex: 1, minHeight: 0 }}>{filmId && <BenchView key={place} place={place} />}</Box>
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
    id: "columns",
    storage: localStorage,
    panelIds: there(["list", "stage", "card"]),
  });
  const rows = useDefaultLayout({ id: "rows", storage: localStorage, panelIds: there(["above", "strip"]) });
  // The picture first: lists, card and strip are built in the pauses that painting it leaves.
  const furnished = useDeferredValue(true, false);
  const across = (
    <Group orientation="horizontal" {...columns}>
      {!away.has("list") && (
        <>
          <Panel id="list" defaultSize="200px" minSize="150px" maxSize="420px">
            <Column label="List">{furnished && bench.list}</Column>
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
          <Panel id="card" defaultSize="252px" minSize="200px" maxSize="420px">
            <Column label="Details">{furnished && bench.card}</Column>
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
      <Panel id="strip" defaultSize="250px" minSize="80px">
        {furnished && bench.strip}
      </Panel>
    </Group>
  );
}

const Column = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <Box
    component="aside"
    aria-label={label}
    tabIndex={0}
    sx={{ height: "100%", overflow: "auto", bgcolor: "background.paper", p: 1.25, boxSizing: "border-box" }}
  >
    {children}
  </Box>
);

function Split({ across }: { across?: boolean }) {
  const { inks } = useTheme().palette;
  return <Separator style={{ background: inks.line, ...(across ? { height: 4 } : { width: 4 }) }} />;
}
