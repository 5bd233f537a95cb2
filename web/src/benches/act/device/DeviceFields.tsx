import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState, useSyncExternalStore } from "react";
import type { DeviceLink, Edit, Puppet } from "../../../api/types";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Heading, Hint } from "../../../fields/Heading";
import { NumberField } from "../../../fields/NumberField";
import { type DeviceSource, listenTo, readingNow, watchReadings } from "../../../playing/device";
import { perform, stopTake } from "../../../playing/take";
import { commit } from "../../../state/film";
import { useStore } from "../../../state/store";
import { words } from "../../../words/take";
import { channels, likelyLinks, movables } from "./links";

/** A face device: its readings, what they move, and takes with it. */
export function DeviceFields({ puppet }: { puppet: Puppet }) {
  const source = useStore((state) => state.device);
  const taking = useStore((state) => state.taking);
  const [channel, setChannel] = useState("");
  const all = movables(puppet);
  const links = puppet.device;
  const edit = (device: DeviceLink[]): Edit => ({ kind: "changePuppet", puppetId: puppet.id, device });
  const make = (device: DeviceLink[]) => void commit(edit(device));
  const indexOf = (name: string) => channels.findIndex((one) => one.channel === name);
  const neutral = () => {
    const now = readingNow();
    if (now) make(links.map((link) => ({ ...link, neutral: now[indexOf(link.channel)] ?? 0 })));
  };
  return (
    <>
      <ChoiceField
        label={words.readings}
        value={source}
        choices={[
          { value: "none", title: words.none },
          { value: "file", title: words.shippedSample },
          { value: "live", title: words.localSource },
        ]}
        onChoose={(chosen) => void listenTo(chosen as DeviceSource)}
      />
      {source !== "none" && <Meters />}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 0.5 }}>
        <Button
          variant={taking ? "contained" : "outlined"}
          color={taking ? "error" : "primary"}
          disabled={source === "none" || links.length === 0}
          onClick={() => (taking ? stopTake() : void perform({ with: "Device", now: readingNow }))}
        >
          {taking ? words.endTake : words.recordTake}
        </Button>
        <Button
          variant="outlined"
          disabled={source === "none" || links.length === 0}
          title={words.setNeutralTip}
          onClick={neutral}
        >
          {words.setNeutral}
        </Button>
        {links.length === 0 && (
          <Button variant="outlined" onClick={() => make(likelyLinks(puppet))}>
            {words.linkByName}
          </Button>
        )}
      </Box>
      {links.map((link, i) => (
        <Link
          key={`${link.channel} ${link.thing} ${link.property}`}
          link={link}
          puppet={puppet}
          edit={(next) => edit(links.map((one, k) => (k === i ? next : one)))}
          onRemove={() => make(links.filter((_, k) => k !== i))}
        />
      ))}
      <ChoiceField
        label={words.addLink}
        value={channel}
        choices={[
          { value: "", title: words.select },
          ...channels.map((one) => ({ value: one.channel, title: one.title })),
        ]}
        onChoose={setChannel}
      />
      {channel !== "" && (
        <ChoiceField
          label={words.moves}
          value=""
          choices={[
            { value: "", title: words.select },
            ...all.map(({ thing, property, name }) => ({ value: `${thing} ${property}`, title: name })),
          ]}
          onChoose={(chosen) => {
            const [thing, property] = chosen.split(" ");
            if (!thing || !property) return;
            const plain = { gainPercent: 100, deadZonePercent: 0, neutral: 0 };
            make([...links, { channel: channel as DeviceLink["channel"], thing, property, ...plain }]);
            setChannel("");
          }}
        />
      )}
      {all.length === 0 && <Hint>{words.nothingToMove}</Hint>}
    </>
  );
}

interface LinkProps {
  link: DeviceLink;
  puppet: Puppet;
  edit: (link: DeviceLink) => Edit;
  onRemove: () => void;
}

function Link({ link, puppet, edit, onRemove }: LinkProps) {
  const moved = movables(puppet).find((one) => one.thing === link.thing && one.property === link.property);
  const channel = channels.find((one) => one.channel === link.channel);
  const number = (label: string, unit: string, value: number, min: number, max: number, change: keyof DeviceLink) => (
    <NumberField
      label={label}
      unit={unit}
      decimals={change === "neutral" ? 2 : 0}
      step={change === "neutral" ? 0.1 : 5}
      min={min}
      max={max}
      value={value}
      edit={(typed) => edit({ ...link, [change]: typed })}
    />
  );
  return (
    <Box role="group" aria-label={words.linked(channel?.title ?? link.channel, moved?.name ?? words.deleted)}>
      <Box sx={{ display: "flex", alignItems: "baseline" }}>
        <Box sx={{ flex: 1 }}>
          <Heading>{words.linkTo(channel?.title ?? link.channel, moved?.name ?? words.deleted)}</Heading>
        </Box>
        <Button
          size="small"
          color="error"
          aria-label={words.deleteLink(channel?.title ?? link.channel)}
          onClick={onRemove}
        >
          ×
        </Button>
      </Box>
      {number(words.gain, "%", link.gainPercent ?? 100, -1000, 1000, "gainPercent")}
      {number(words.deadZone, "%", link.deadZonePercent, 0, 90, "deadZonePercent")}
      {number(words.neutral, channel?.unit ?? "", link.neutral, -360, 360, "neutral")}
    </Box>
  );
}

/** What the device says now. */
function Meters() {
  const now = useSyncExternalStore(watchReadings, readingNow);
  return (
    <Box
      aria-label={words.readingsOfFaceDevice}
      role="img"
      sx={{ display: "flex", gap: 0.5, height: 34, alignItems: "flex-end", mt: 0.5 }}
    >
      {channels.map(({ channel, title, unit }, i) => {
        const part = Math.min(1, Math.abs(now?.[i] ?? 0) / (unit === "°" ? 30 : 1));
        return (
          <Box key={channel} title={title} sx={{ flex: 1, bgcolor: "divider", height: "100%", position: "relative" }}>
            <Box
              sx={{ position: "absolute", bottom: 0, width: "100%", height: `${100 * part}%`, bgcolor: "primary.main" }}
            />
          </Box>
        );
      })}
    </Box>
  );
}
