import type { components } from "./schema.generated";

/** Short names for the generated types; nothing is declared here that the core does not declare. */
type Schemas = components["schemas"];

export type Film = Schemas["Film"];
export type Drawing = Schemas["Drawing"];
export type Shape = Schemas["Shape"];
export type Paint = Schemas["Paint"];
export type Stroke = Schemas["Stroke"];
export type Gradient = Schemas["Gradient"];
export type Affine = Schemas["Affine"];
export type Puppet = Schemas["Puppet"];
export type Part = Schemas["Part"];
export type Bone = Schemas["Bone"];
export type Pin = Schemas["Pin"];
export type Reach = Schemas["Reach"];
export type Dial = Schemas["Dial"];
export type Swap = Schemas["Swap"];
export type Form = Schemas["Form"];
export type Knead = Schemas["Knead"];
export type KneadBrush = Schemas["KneadBrush"];
export type StiffPatch = Schemas["StiffPatch"];
export type PinHold = Schemas["PinHold"];
export type Limb = Schemas["Limb"];
export type Sway = Schemas["Sway"];
export type FollowThrough = Schemas["FollowThrough"];
export type Shot = Schemas["Shot"];
export type Flat = Schemas["Flat"];
export type CastMember = Schemas["CastMember"];
export type Shake = Schemas["Shake"];
export type Chart = Schemas["Chart"];
export type Label = Schemas["Label"];
export type Point = Schemas["Point"];
export type View = Schemas["View"];
export type Edit = Schemas["Edit"];
export type Gesture = Schemas["Gesture"];
export type Grip = Gesture["grip"];
export type Question = Schemas["Question"];
export type Answer = Schemas["Answer"];
export type Wish = Schemas["Wish"];
export type Snag = Schemas["Snag"];
export type ValueLine = Schemas["ValueLine"];
export type StripOwner = Schemas["StripOwner"];
export type PoseCard = Schemas["PoseCard"];
export type Stander = Schemas["Stander"];
export type FilmState = Schemas["FilmState"];
export type FilmLine = Schemas["FilmLine"];
export type PrintLine = Schemas["PrintLine"];
export type ShelfLine = Schemas["ShelfLine"];
export type RedrawPlan = Schemas["RedrawPlan"];
export type ArtReport = Schemas["ArtReport"];
export type ArtNote = Schemas["ArtNote"];

/** The answer that belongs to a kind of question. */
export type AnswerTo<K extends Question["kind"]> = Extract<Answer, { kind: K }>;
