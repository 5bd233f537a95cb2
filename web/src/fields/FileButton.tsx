import Button, { type ButtonProps } from "@mui/material/Button";
import { useRef } from "react";

type FileButtonProps = { accept: string } & Omit<ButtonProps, "onClick"> &
  ({ onFile: (file: File) => void; onFiles?: undefined } | { onFile?: undefined; onFiles: (files: File[]) => void });

/** A button that asks for a file, or for several. */
export function FileButton({ accept, onFile, onFiles, children, ...button }: FileButtonProps) {
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
        multiple={onFiles !== undefined}
        hidden
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = "";
          const [file] = files;
          if (file) onFiles ? onFiles(files) : onFile(file);
        }}
      />
    </>
  );
}
