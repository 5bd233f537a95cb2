import { useState } from "react";
import { api } from "../../api/client";
import { CheckField } from "../../fields/CheckField";
import { FileButton } from "../../fields/FileButton";
import { onServer, reading, tell } from "../../state/film";
import { get, set } from "../../state/store";
import { words } from "../../words/act";

/** A picture, the pictures of a numbered sequence, the panels of a board, or a video's first seconds, to work by. */
export function BringReference() {
  const [sound, setSound] = useState(true);
  const bring = async (files: File[]) => {
    const shot = get().shotId;
    if (shot === null) return;
    const brought = await reading(files[0] as File, () =>
      onServer((id) => api.bringReference(id, shot, sound, files)),
    ).catch(tell);
    if (brought) set({ chosen: { kind: "reference", thing: brought.reference }, references: true });
  };
  return (
    <>
      <FileButton
        accept=".png,.svg,video/*"
        variant="outlined"
        size="small"
        sx={{ mt: 0.5 }}
        title={words.importReferenceTip}
        onFiles={(files) => void bring(files)}
      >
        {words.importReference}
      </FileButton>
      <CheckField label={words.importVideoSound} value={sound} onChange={setSound} />
    </>
  );
}
