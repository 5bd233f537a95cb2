import { type HubConnection, HubConnectionBuilder, LogLevel } from "@microsoft/signalr";
import type { FilmState, PrintLine } from "./types";

/** Watches one film; returns what stops the watching. Reconnects by itself and then asks what it missed. */
export function watchFilm(
  filmId: string,
  on: {
    changed: (state: FilmState) => void;
    print: (line: PrintLine) => void;
    shelf: () => void;
    reading: (reading: { file: string; part: number }) => void;
    again: () => void;
  },
): () => void {
  const hub: HubConnection = new HubConnectionBuilder()
    .withUrl("/live")
    .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => 1500 })
    .configureLogging(LogLevel.None)
    .build();
  hub.on("changed", on.changed);
  hub.on("print", on.print);
  hub.on("shelf", on.shelf);
  hub.on("reading", on.reading);
  hub.onreconnected(async () => {
    await hub.invoke("Watch", filmId);
    on.again();
  });
  const started = hub.start().then(() => hub.invoke("Watch", filmId));
  started.catch(() => undefined);
  return () => {
    started.catch(() => undefined).finally(() => hub.stop());
  };
}
