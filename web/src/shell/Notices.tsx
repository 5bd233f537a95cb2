import { styled } from "@mui/material/styles";
import { MaterialDesignContent, SnackbarProvider } from "notistack";
import type { ReactNode } from "react";

const Slip = styled(MaterialDesignContent)(({ theme }) => ({
  "&.notistack-MuiContent-success, &.notistack-MuiContent-error, &.notistack-MuiContent-info": {
    backgroundColor: theme.palette.background.paper,
    color: theme.palette.text.primary,
    border: `1px solid ${theme.palette.divider}`,
    borderLeft: `5px solid ${theme.palette.success.main}`,
    fontFamily: theme.typography.fontFamily,
  },
  "&.notistack-MuiContent-info": { borderLeftColor: theme.palette.primary.main },
  "&.notistack-MuiContent-error": { borderLeftColor: theme.palette.error.main },
}));

/** Short notices slip in at the top, on the same card as everything else. */
export function Notices({ children }: { children: ReactNode }) {
  return (
    <SnackbarProvider
      maxSnack={3}
      anchorOrigin={{ vertical: "top", horizontal: "center" }}
      Components={{ success: Slip, error: Slip, info: Slip }}
      hideIconVariant
    >
      {children}
    </SnackbarProvider>
  );
}
