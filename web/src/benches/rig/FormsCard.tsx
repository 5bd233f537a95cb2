import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useTheme } from "@mui/material/styles";
import type { Edit, Form, Part, Puppet } from "../../api/types";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit, wish } from "../../state/film";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/rig";

/** A part's shape set: outlines it is blended with, where each starts and which way it runs. */
export function FormsCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const { inks } = useTheme().palette;
  const also = useStore((state) => state.also).filter((id) => id !== part.id);
  const fits =
    useAnswer(part.forms.length > 0 ? { kind: "forms", puppet: puppet.id, part: part.id } : null)?.fits ?? [];
  const put = (form: Form): Edit => ({ kind: "putOnPart", puppetId: puppet.id, partId: part.id, form });
  const setStart = (form: Form, shape: number, start: number, reversed: boolean): Edit =>
    put({
      ...form,
      starts: [...form.starts.filter((one) => one.shape !== shape), { shape, start: ((start % 1) + 1) % 1, reversed }],
    });
  return (
    <>
      <Heading>{words.shapeSet}</Heading>
      {part.forms.length === 0 && <Hint>{words.formsHint}</Hint>}
      {part.forms.map((form) => (
        <Box key={form.id} sx={{ mb: 1 }}>
          <TextField label={words.form} value={form.name} onWrite={(name) => void commit(put({ ...form, name }))} />
          {fits
            .filter((fit) => fit.form === form.id)
            .map((fit) => (
              <Box key={fit.shape} sx={{ borderLeft: 2, borderColor: fit.twists ? inks.blade : inks.leaf, pl: 1 }}>
                <NumberField
                  label={words.startOfOutline(fit.shape + 1)}
                  unit="%"
                  decimals={1}
                  step={1}
                  min={0}
                  max={100}
                  value={fit.start * 100}
                  edit={(percent) => setStart(form, fit.shape, percent / 100, fit.reversed)}
                />
                <Box sx={{ fontSize: 12, color: "text.secondary" }}>
                  {words.partner(
                    fit.twists ? words.twisted : "",
                    fit.reversed ? words.runsAgainst : words.runsWith,
                    fit.apart,
                    fit.byHand ? words.byHand : "",
                  )}
                </Box>
                <Button onClick={() => void commit(setStart(form, fit.shape, fit.start, !fit.reversed))}>
                  {words.reverse}
                </Button>
                {fit.byHand && (
                  <Button
                    onClick={() =>
                      void commit(put({ ...form, starts: form.starts.filter((one) => one.shape !== fit.shape) }))
                    }
                  >
                    {words.matchAutomatically}
                  </Button>
                )}
              </Box>
            ))}
          <Button
            onClick={() => void commit({ kind: "takeOffPart", puppetId: puppet.id, partId: part.id, thingId: form.id })}
          >
            {words.deleteForm(form.name)}
          </Button>
        </Box>
      ))}
      {also.length > 0 && (
        <Button
          variant="contained"
          onClick={() => void wish({ kind: "gatherForms", puppet: puppet.id, part: part.id, others: also })}
        >
          {words.blendAsForms(also.length)}
        </Button>
      )}
    </>
  );
}
