import { ChoiceField } from "../fields/ChoiceField";
import { set, useStore } from "../state/store";
import { words } from "../words/places";

/** Which puppet lies on the bench. */
export function PuppetMenu() {
  const puppets = useStore((state) => state.film?.puppets);
  const puppetId = useStore((state) => state.puppetId);
  if (!puppets || puppets.length < 2) return null;
  return (
    <ChoiceField
      label={words.puppet}
      value={puppetId ?? ""}
      choices={puppets.map((puppet) => ({ value: puppet.id, title: puppet.name }))}
      onChoose={(id) => set({ puppetId: id, chosen: null, also: [] })}
    />
  );
}
