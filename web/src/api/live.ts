import { type HubConnection, HubConnectionBuilder, LogLevel } from "@microsoft/signalr";
import type { FilmState, PrintLine } from "./types";

/** Watches one film; returns what stops the watching. Once it is connected, and whenever it is again, it asks what was missed. */
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
  const watch = async () => {
    await hub.invoke("Watch", filmId);
    on.again();
  };
  hub.onreconnected(watch);
  const started = hub.start().then(watch);
  started.catch(() => undefined);
  return () => {
    started.catch(() => undefined).finally(() => hub.stop());
  };
}
