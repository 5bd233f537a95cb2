import type { DeviceChannel, DeviceLink, Puppet } from "../../../api/types";
import { words } from "../../../words/take";

export const channels: { channel: DeviceChannel; title: string; unit: string }[] = [
  { channel: "Yaw", title: words.headLeftAndRight, unit: "°" },
  { channel: "Pitch", title: words.headUpAndDown, unit: "°" },
  { channel: "Roll", title: words.headTilted, unit: "°" },
  { channel: "BlinkLeft", title: words.leftEyeShut, unit: "" },
  { channel: "BlinkRight", title: words.rightEyeShut, unit: "" },
  { channel: "BrowLeft", title: words.leftBrow, unit: "" },
  { channel: "BrowRight", title: words.rightBrow, unit: "" },
  { channel: "Jaw", title: words.jawOpen, unit: "" },
  { channel: "MouthWidth", title: words.mouthWide, unit: "" },
];

/** Something that a channel can move. */
export interface Movable {
  thing: string;
  property: string;
  name: string;
}

export function movables({ dials, parts, bones }: Puppet): Movable[] {
  return [
    ...dials.flatMap(({ id, name, isPad }) =>
      isPad
        ? [
            { thing: id, property: "across", name: words.byX(name) },
            { thing: id, property: "down", name: words.byY(name) },
          ]
        : [{ thing: id, property: "across", name }],
    ),
    ...parts.flatMap(({ forms, kneads }) =>
      [...forms, ...kneads].map(({ id, name }) => ({ thing: id, property: "amount", name })),
    ),
    ...bones.map(({ id, name }) => ({ thing: id, property: "turn", name: words.rotationOf(name) })),
  ];
}

const likely: [DeviceChannel, RegExp][] = [
  ["Yaw", /(head|turn).*across/i],
  ["Pitch", /(head|turn).*down/i],
  ["Roll", /^(neck|head)\b.*turned/i],
  ["BlinkLeft", /blink|lid/i],
  ["BrowLeft", /brow|worried/i],
  ["Jaw", /jaw|mouth/i],
];

/** First links, by what things are called. */
export function likelyLinks(puppet: Puppet): DeviceLink[] {
  const all = movables(puppet);
  return likely.flatMap(([channel, name]) => {
    const found = all.find((one) => name.test(one.name));
    if (!found) return [];
    const { thing, property } = found;
    return [{ channel, thing, property, gainPercent: 100, deadZonePercent: 5, neutral: 0 }];
  });
}
