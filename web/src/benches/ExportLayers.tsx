import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { Heading } from "../fields/Heading";
import { words } from "../words/places";

/** A puppet as layers to touch up elsewhere and bring back. */
export const ExportLayers = ({ title, path }: { title: string; path: string }) => (
  <>
    <Heading>{title}</Heading>
    <Box sx={{ display: "flex", gap: 0.5 }}>
      <Button variant="outlined" href={`/api/films/${path}.svg`} download>
        {words.svg}
      </Button>
      <Button variant="outlined" href={`/api/films/${path}.ora`} download>
        {words.openRaster}
      </Button>
    </Box>
  </>
);
