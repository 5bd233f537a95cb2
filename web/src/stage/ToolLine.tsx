import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { Children, Fragment, isValidElement, type ReactNode, useLayoutEffect, useRef, useState } from "react";
import { bar } from "../benches/PlayButton";
import { words } from "../words/stage";

/** One line of tools under the picture. It never wraps: what there is no room for stands behind its last button. */
export function ToolLine({ children }: { children: ReactNode }) {
  const tools = flat(children);
  const line = useRef<HTMLDivElement>(null);
  const [fits, setFits] = useState(tools.length);
  const [at, setAt] = useState<HTMLElement | null>(null);
  // Words change with what they tell, and with them how many fit.
  useLayoutEffect(() => {
    const element = line.current;
    if (element === null) return;
    // What does not fit goes to a line below, which is not seen.
    const measure = () =>
      setFits([...element.children].filter((child) => (child as HTMLElement).offsetTop < element.clientHeight).length);
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(element);
    for (const child of element.children) watcher.observe(child);
    return () => watcher.disconnect();
  });
  return (
    <Box sx={{ position: "absolute", left: 8, right: 8, bottom: 7, display: "flex", gap: 0.75 }} data-testid="tools">
      <Box
        ref={line}
        sx={{
          position: "relative",
          flex: 1,
          minWidth: 0,
          height: 28,
          overflow: "hidden",
          display: "flex",
          flexWrap: "wrap",
          gap: 0.75,
        }}
      >
        {tools.map((tool, i) => (
          // A tool out of sight is out of the keys' way too.
          // biome-ignore lint/suspicious/noArrayIndexKey: a tool is its place in the line
          <Box key={i} inert={i >= fits} sx={{ display: "flex", alignItems: "center", gap: 0.75, height: 28 }}>
            {tool}
          </Box>
        ))}
      </Box>
      {fits < tools.length && (
        <Button variant="contained" color="inherit" sx={bar} onClick={(event) => setAt(event.currentTarget)}>
          {words.more}
        </Button>
      )}
      <Popover open={at !== null} anchorEl={at} onClose={() => setAt(null)}>
        <Box sx={{ p: 1, display: "flex", flexDirection: "column", gap: 0.5, alignItems: "flex-start" }}>
          {tools.slice(fits)}
        </Box>
      </Popover>
    </Box>
  );
}

/** Tools, also those that stand together in one piece. */
function flat(children: ReactNode): ReactNode[] {
  return Children.toArray(children).flatMap((child) =>
    isValidElement<{ children?: ReactNode }>(child) && child.type === Fragment ? flat(child.props.children) : [child],
  );
}
