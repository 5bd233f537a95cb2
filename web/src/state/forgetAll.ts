import type { StoreApi } from "zustand";
import { useListOrder } from "../benches/listOrder";
import { useShortcuts } from "../commands/shortcuts";
import { useRoom } from "../fields/room";
import { get, set, useStore } from "./store";

/** What was chosen, opened, typed and set on this page is as on one that has just been opened, and no film is open. */
export function forgetAll(): void {
  // What was asked for earlier is known by these: they go on counting.
  const { revision, previews, edits } = get();
  set({ ...useStore.getInitialState(), revision, previews, edits });
  asAtFirst(useListOrder);
  asAtFirst(useRoom);
  asAtFirst(useShortcuts);
}

const asAtFirst = <T>(store: StoreApi<T>): void => store.setState(store.getInitialState(), true);
