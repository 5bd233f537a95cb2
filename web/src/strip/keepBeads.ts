import { engine } from "../engine/engine";
import { get, set } from "../state/store";
import { onlyThere } from "./onlyThere";
import { stripQuestion } from "./question";

/** Asks the core which of the chosen keys are still there, once something was made or taken back. */
export async function keepBeads(): Promise<void> {
  const choice = get().beads;
  if (choice === null) return;
  const { strip } = await engine.ask(stripQuestion(choice.shot, choice.owner, get().openRows));
  if (get().beads === choice && strip) set({ beads: onlyThere(choice, strip.rows) });
}
