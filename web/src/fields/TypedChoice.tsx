import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import { useState } from "react";
import type { Choice } from "./ChoiceField";
import { entry } from "./row";

/** One of a long list, found by a piece of its name. */
export function TypedChoice({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: string;
  choices: Choice[];
  onChoose: (value: string) => void;
}) {
  // What is being typed is the field's own: a choice that arrives late, or was made elsewhere, does not write over it.
  // It ends when something else is chosen.
  const [typing, setTyping] = useState<{ text: string; of: string } | null>(null);
  const typed = typing?.of === value ? typing.text : null;
  const setTyped = (text: string | null) => setTyping(text === null ? null : { text, of: value });
  const chosen = choices.find((choice) => choice.value === value) ?? null;
  return (
    <Autocomplete
      options={choices}
      value={chosen}
      inputValue={typed ?? chosen?.title ?? ""}
      onInputChange={(_, text, reason) => {
        if (reason === "input") setTyped(text);
        else if (reason !== "reset") setTyped(null);
      }}
      getOptionLabel={(choice) => choice.title}
      getOptionKey={(choice) => choice.value}
      isOptionEqualToValue={(one, other) => one.value === other.value}
      disableClearable={value !== ""}
      autoHighlight
      onBlur={() => setTyped(null)}
      selectOnFocus
      handleHomeEndKeys
      onChange={(_, choice) => choice && onChoose(choice.value)}
      slotProps={{ popper: { sx: { minWidth: 220 }, placement: "bottom-end" }, paper: { sx: { fontSize: 13 } } }}
      sx={{ ml: "auto", minWidth: 132, maxWidth: "100%" }}
      renderInput={({ slotProps, id, disabled }) => (
        <Box ref={slotProps.input?.ref} sx={{ position: "relative" }}>
          <Box
            component="input"
            type="text"
            {...slotProps.htmlInput}
            id={id}
            disabled={disabled}
            aria-label={label}
            sx={{
              ...entry,
              boxSizing: "border-box",
              fieldSizing: "content",
              minWidth: 132,
              maxWidth: "100%",
              pr: 2.25,
              textOverflow: "ellipsis",
            }}
          />
          <Box
            component="span"
            aria-hidden="true"
            sx={{ position: "absolute", right: 6, top: 7, fontSize: 10, pointerEvents: "none" }}
          >
            ▼
          </Box>
        </Box>
      )}
    />
  );
}
