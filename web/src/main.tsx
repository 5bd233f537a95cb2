import "@fontsource/atkinson-hyperlegible-next/400.css";
import "@fontsource/atkinson-hyperlegible-next/500.css";
import "@fontsource/atkinson-hyperlegible-next/700.css";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import useMediaQuery from "@mui/material/useMediaQuery";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, useMemo } from "react";
import { createRoot } from "react-dom/client";
import { App, openFirst } from "./App";
import { useRoom } from "./fields/room";
import { PictureOnly } from "./PictureOnly";
import { hearAlong } from "./playing/sound";
import { watchLeaving } from "./shell/leaving";
import { Notices } from "./shell/Notices";
import { closeFilm, tell } from "./state/film";
import { forgetAll } from "./state/forgetAll";
import { rememberPlaces } from "./state/remember";
import { makeTheme } from "./theme";

/** The address of a window that shows the picture alone. */
const pictureOnly = /^\/films\/[^/]+\/picture$/.test(window.location.pathname);

const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });

function Root() {
  const dark = useMediaQuery("(prefers-color-scheme: dark)");
  const airy = useRoom((state) => state.airy);
  const theme = useMemo(() => makeTheme(dark, airy), [dark, airy]);
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <Notices>{pictureOnly ? <PictureOnly /> : <App />}</Notices>
      </QueryClientProvider>
    </ThemeProvider>
  );
}

const root = createRoot(document.getElementById("root") as HTMLElement);
let openings = 0;

/** The film is fetched while the interface is built. What goes wrong is said once there is something to say it. */
function open(): Promise<unknown> {
  const opening = pictureOnly ? Promise.resolve() : openFirst();
  root.render(
    <StrictMode key={++openings}>
      <Root />
    </StrictMode>,
  );
  return opening.catch((problem) => setTimeout(() => tell(problem)));
}

/** Nothing is left of what was done on the page; what the browser has compiled stays, and so does the core that runs. */
async function close(): Promise<void> {
  await closeFilm();
  root.render(null);
  queries.clear();
  forgetAll();
}

if (!pictureOnly) rememberPlaces();
hearAlong();
watchLeaving();
void open();
Object.assign(window.fretsaw, { close, open });
