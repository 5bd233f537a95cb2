import { api } from "../../api/client";
import { FileButton } from "../../fields/FileButton";
import { onServer, tell } from "../../state/film";
import { get, set } from "../../state/store";

/** A picture, the pictures of a numbered sequence, or the panels of a board, to work by. */
export function BringReference() {
  const bring = async (files: File[]) => {
    const shot = get().shotId;
    if (shot === null) return;
    const brought = await onServer((id) => api.bringReference(id, shot, files)).catch(tell);
    if (brought) set({ chosen: { kind: "reference", thing: brought.reference }, references: true });
  };
  return (
    <FileButton
      accept=".png,.svg"
      variant="outlined"
      size="small"
      sx={{ mt: 0.5 }}
      onFiles={(files) => void bring(files)}
    >
      Bring in a reference
    </FileButton>
  );
}
