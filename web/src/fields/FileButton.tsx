import Button, { type ButtonProps } from "@mui/material/Button";
import { useRef } from "react";

/** A button that asks for a file. */
export function FileButton({
  accept,
  onFile,
  children,
  ...button
}: { accept: string; onFile: (file: File) => void } & Omit<ButtonProps, "onClick">) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
}
