import Button from "@mui/material/Button";
import { useState } from "react";
import { words } from "../words/fields";

/** Does what undo does not bring back: it asks once more, until something else is done. */
export function SureButton({ name, title, onSure }: { name: string; title: string; onSure: () => void }) {
  const [sure, setSure] = useState(false);
  const press = () => {
    setSure(!sure);
    if (sure) onSure();
  };
  return (
    <Button size="small" color="error" title={title} onClick={press} onBlur={() => setSure(false)}>
      {sure ? words.deleteForever : name}
    </Button>
  );
}
