import { create } from "zustand";
import { persist } from "zustand/middleware";

/** How much room fields have round them. Kept in the browser. */
export const useRoom = create<{ airy: boolean }>()(persist(() => ({ airy: false as boolean }), { name: "room" }));

export const switchRoom = () => useRoom.setState(({ airy }) => ({ airy: !airy }));
