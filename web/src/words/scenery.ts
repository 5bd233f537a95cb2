import { counts } from "./count";
import type { Said } from "./said";

export const words = {
  placePuppetOnStage: (puppet: Said) => `Place ${puppet} on stage`,
  largestAt: (frame: Said) => `Largest at frame ${frame}`,
  canGrowTo: (canGrowPercent: Said) => `can grow to ${canGrowPercent} %`,
  magnified: (largest: Said) => `magnified ${largest}×`,
  onStage: "On the stage, near to far",
  changeStageItems: "Change stage items",
  itemCount: (things: number) => `${counts.items(things)} on the stage`,
  sceneryPiece: "Scenery piece",
  puppetOnStage: "Puppet on the stage",
  name: "Name",
  keepSizeInPicture: "Keep size in picture",
  turnToFaceCamera: "Turn to face the camera",
  keyPositionTip: "Keys where it stands, so that it can move on the stage",
  keyPositions: "Key positions",
  keyPosition: "Key position",
  show: "Show",
  hide: "Hide",
  unlock: "Unlock",
  lock: "Lock",
  deleteItems: (things: Said) => `Delete ${things} from the stage`,
  deleteFromStage: "Delete from the stage",
  stageEmpty: "The stage is empty. Add a scenery piece, as SVG or PNG, and give it a distance in metres.",
  scenery: "Scenery",
  sceneryHint:
    "Select a scenery piece or puppet to place it. Drag it on the picture to move it across its plane; drag its line in the side elevation to move it nearer or farther.",
  windAt: (frame: Said) => `Wind at frame ${frame}`,
  windHint: "One wind for the whole shot moves everything that sways.",
  importing: "Importing…",
  addSceneryPiece: "Add scenery piece",
} as const;
