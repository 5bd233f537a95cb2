import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Divider from "@mui/material/Divider";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Tooltip from "@mui/material/Tooltip";
import { useState } from "react";
import { bar } from "../benches/PlayButton";
import { commandOf } from "../commands/list";
import { keysSaid } from "../commands/shortcuts";
import { keepUpTo, keptBytes } from "../playing/baking";
import { pictureOf } from "../state/select";
import { set, useStore } from "../state/store";
import { words } from "../words/stage";
import type { Rect } from "./looking";
import { openPictureWindow } from "./pictureWindow";
import { toggleWay, waysOf } from "./ways";

const MB = 1024 * 1024;
const nearnesses = [
  { id: "see-all", title: words.fit },
  { id: "see-pixels", title: words.actualSize },
  { id: "see-chosen", title: words.zoomToSelection },
];

/** As it is said behind a name. */
const shortcut = (id: string) => {
  const keys = keysSaid(commandOf(id));
  return keys ? ` (${keys})` : "";
};

const bounds = [160, 320, 640, 1280];

/** From how near and in which way the picture is looked at; what is chosen here is never printed. */
export function LookBar({ onBench, whole }: { onBench: boolean; whole: Rect }) {
  const nearness = useStore((state) => (onBench ? state.nearness.bench : state.nearness.stage));
  const width = useStore((state) => pictureOf(state).width);
  const ways = useStore((state) => state.ways);
  const beyond = useStore((state) => state.beyond);
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [bytes, setBytes] = useState(keptBytes());
  const percent = Math.round((100 * nearness.zoom * whole.width) / Math.max(1, width));
  const close = () => setAt(null);
  const choose = (run: () => void) => () => {
    run();
    close();
  };
  const offered = waysOf(onBench);
  const count = offered.filter(({ way }) => ways.has(way)).length + (beyond && !onBench ? 1 : 0);
  return (
    <>
      <Tooltip title={words.viewTip}>
        <Button variant="contained" color="inherit" sx={bar} onClick={(event) => setAt(event.currentTarget)}>
          {words.view(percent, count > 0 ? words.viewsOn(count) : "")}
        </Button>
      </Tooltip>
      <Menu anchorEl={at} open={at !== null} onClose={close} slotProps={{ list: { dense: true } }}>
        {nearnesses.map(({ id, title }) => (
          <MenuItem key={id} onClick={choose(commandOf(id).run)}>
            {title}
            {shortcut(id)}
          </MenuItem>
        ))}
        <Divider />
        {offered.map(({ way, title }) => (
          <MenuItem key={way} onClick={() => toggleWay(way)}>
            <Checkbox checked={ways.has(way)} size="small" sx={{ p: 0, mr: 1 }} tabIndex={-1} />
            {title}
            {shortcut(`way-${way}`)}
          </MenuItem>
        ))}
        {!onBench && [
          <MenuItem key="beyond" onClick={() => set({ beyond: !beyond })}>
            <Checkbox checked={beyond} size="small" sx={{ p: 0, mr: 1 }} tabIndex={-1} />
            {words.pastFramesEdges}
          </MenuItem>,
          <Divider key="more" />,
          <MenuItem key="window" onClick={choose(openPictureWindow)}>
            {words.pictureInOwnWindow}
          </MenuItem>,
          ...bounds.map((bound) => (
            <MenuItem
              key={bound}
              onClick={() => {
                keepUpTo(bound * MB);
                setBytes(bound * MB);
              }}
            >
              <Checkbox checked={bytes === bound * MB} size="small" sx={{ p: 0, mr: 1 }} tabIndex={-1} />
              {words.keepUpTo}
              {bound}
              {words.mbOfFrames}
            </MenuItem>
          )),
        ]}
      </Menu>
    </>
  );
}
