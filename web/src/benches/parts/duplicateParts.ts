import { commit } from "../../state/film";
import { newId } from "../../state/select";
import { get, set } from "../../state/store";

/** Copies of parts with all that rides on them, right over what they were made of; the copies are chosen, to be worked on. */
export async function duplicateParts(puppetId: string, partIds: string[]): Promise<void> {
  const parts = () => get().film?.puppets.find((puppet) => puppet.id === puppetId)?.parts ?? [];
  const before = new Set(parts().map(({ id }) => id));
  await commit({
    kind: "duplicateParts",
    puppetId,
    partIds,
    by: get().copyStep,
    suffix: newId("copy"),
    overOriginals: true,
  });
  const [first, ...others] = parts()
    .filter(({ id }) => !before.has(id))
    .map(({ id }) => id);
  if (first !== undefined) set({ chosen: { kind: "part", thing: first }, also: others });
}
