import Button, { type ButtonProps } from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import type { Mark } from "../fields/marks";
import { MarkPicture } from "../fields/marks";

/** A button that is a drawing; what it does is said on hover and to those who listen. */
export function MarkButton({
  mark,
  name,
  says,
  ...look
}: { mark: Mark; name: string; says?: string } & Omit<ButtonProps, "children">) {
  return (
    <Tooltip title={says ?? name}>
      <span>
        <Button variant="outlined" {...look} aria-label={name} sx={{ ...square, ...look.sx }}>
          <MarkPicture mark={mark} />
        </Button>
      </span>
    </Tooltip>
  );
}

const square = { width: 30, height: 26, p: 0, borderRadius: 1.5 } as const;
