import Button from "@mui/material/Button";
import type { Edit, Part, Puppet, StiffPatch } from "../../api/types";
import { Heading } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { newId } from "../../state/select";
import { words } from "../../words/rig";

/** Round areas of the mesh that must not bend. */
export function PatchesCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const put = (patch: StiffPatch): Edit => ({ kind: "putOnPart", puppetId: puppet.id, partId: part.id, patch });
  // At a pin, which surely lies on the art: its middle may lie beside a curved tail.
  const pin = part.pins[part.patches.length % part.pins.length];
  if (!pin) return null;
  return (
    <>
      {part.patches.map((patch) => (
        <div key={patch.id}>
          <Heading
            right={
              <Button
                onClick={() =>
                  void commit({ kind: "takeOffPart", puppetId: puppet.id, partId: part.id, thingId: patch.id })
                }
              >
                {words.deleteIt}
              </Button>
            }
          >
            {patch.name}
          </Heading>
          {(["x", "y"] as const).map((axis) => (
            <NumberField
              key={axis}
              label={axis === "x" ? words.x : words.y}
              unit="px"
              decimals={0}
              step={5}
              value={patch.at[axis]}
              edit={(value) => put({ ...patch, at: { ...patch.at, [axis]: value } })}
            />
          ))}
          <NumberField
            label={words.radius}
            unit="px"
            decimals={0}
            step={5}
            min={1}
            max={10000}
            value={patch.radius}
            edit={(radius) => put({ ...patch, radius })}
          />
        </div>
      ))}
      <Button
        variant="outlined"
        sx={{ mt: 1, mr: 0.5 }}
        onClick={() =>
          void commit(
            put({ id: newId("patch"), name: words.stiffPatch(part.patches.length + 1), at: pin.at, radius: 40 }),
          )
        }
      >
        {words.addStiffPatch}
      </Button>
    </>
  );
}
