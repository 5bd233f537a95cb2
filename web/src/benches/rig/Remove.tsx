import { CommandButton } from "../../commands/CommandButton";

export const Remove = ({ title }: { title: string }) => (
  <CommandButton command="remove" color="error" sx={{ mt: 0.5 }}>
    {title}
  </CommandButton>
);
