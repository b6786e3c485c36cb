"use client";
import { formatSignificant } from "@/core/units";
import type { RigSettings } from "@/records";
import { cssColor } from "../charts/channelLook";

export type WiringProps = {
  amplifierName: string;
  sourceName: string;
  converterName: string;
  voltmeterName: string | null;
  loadText: string;
  dividerText: string | null;
  probe: RigSettings["probe"];
  /** Both terminals swing: the outputs are bridge-tied, or two channels are bridged. */
  bothSwing: boolean;
  earthIsUnknown: boolean;
  withSpeaker: boolean;
  moreChannels: number;
};

const WIDTH = 860, HEIGHT = 330;
/** Heights of the hot and the return terminal. */
const HOT_Y = 108, RETURN_Y = 178;

/** How this amplifier is wired for measuring one channel. What would do harm is drawn as what it is. */
export function Wiring(props: WiringProps) {
  const { amplifierName, sourceName, converterName, voltmeterName, loadText, dividerText, probe, bothSwing, withSpeaker, moreChannels } = props;
  const isHarmful = bothSwing && probe === "grounded probe";
  return (
    <svg role="img" aria-label={wiringText(props)} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} style={{ width: "100%", display: "block", fontFamily: "inherit" }}>
      <Box x={8} y={100} width={120} height={86} title="Source" name={sourceName} />
      <Wire points={[[128, HOT_Y + 35], [196, HOT_Y + 35]]} />
      <Note x={162} y={HOT_Y + 26} text="level down" />
      <Box x={196} y={86} width={168} height={114} title="Amplifier" name={amplifierName} />
      <Wire points={[[280, 200], [280, 262]]} />
      <Note x={280} y={280} text="mains: last, after the load" />
      {bothSwing ? <Terminals labels={["+", "− swings too"]} /> : <Terminals labels={["+", props.earthIsUnknown ? "− earth?" : "− earth"]} />}
      <Wire points={[[364, HOT_Y], [470, HOT_Y]]} />
      <Wire points={[[364, RETURN_Y], [470, RETURN_Y]]} />
      <Load text={loadText} />
      {withSpeaker && <Note x={470} y={84} text="and a loudspeaker" tone="ochre" />}
      {voltmeterName && <Voltmeter name={voltmeterName} />}
      <Probe probe={probe} dividerText={dividerText} isHarmful={isHarmful} />
      <Box x={736} y={100} width={116} height={86} title="Converter" name={converterName} />
      {probe === "grounded probe" && !isHarmful && <Earth x={620} y={RETURN_Y} />}
      {isHarmful && <Harm />}
      {moreChannels > 0 && <Note x={470} y={316} text={moreChannels === 1 ? "the other channel alike, on its own load" : `the other ${moreChannels} channels alike, each on its own load`} />}
    </svg>
  );
}

/** The drawing in words. */
export const wiringText = ({ sourceName, amplifierName, loadText, probe, dividerText, converterName, bothSwing }: WiringProps): string =>
  `Wiring: ${sourceName} to ${amplifierName}, its output to ${loadText}, ${dividerText ? `through ${dividerText} and ` : "through "}a ${probe} to ${converterName}.${bothSwing && probe === "grounded probe" ? " Do not: the grounded probe would short an output that swings." : ""}`;

const TEXT = { fontSize: "14px", fill: cssColor("ink") } as const;

function Box({ x, y, width, height, title, name }: { x: number; y: number; width: number; height: number; title: string; name: string }) {
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx={10} fill={cssColor("surface")} stroke={cssColor("ink")} strokeWidth={1.6} />
      <text x={x + width / 2} y={y + height / 2 - 8} textAnchor="middle" style={{ ...TEXT, fill: cssColor("muted"), fontSize: "13px" }}>
        {title}
      </text>
      {wrapped(name, Math.floor(width / 8.2)).map((line, k) => (
        <text key={k} x={x + width / 2} y={y + height / 2 + 12 + 17 * k} textAnchor="middle" style={{ ...TEXT, fontWeight: 700 }}>
          {line}
        </text>
      ))}
    </g>
  );
}

/** Two lines at most. */
const wrapped = (name: string, most: number): string[] => {
  if (name.length <= most) return [name];
  const cut = name.lastIndexOf(" ", most);
  const [first, rest] = cut > 0 ? [name.slice(0, cut), name.slice(cut + 1)] : [name.slice(0, most), name.slice(most)];
  return [first, rest.length > most ? `${rest.slice(0, most - 1)}…` : rest];
};

function Wire({ points, tone = "ink", dash }: { points: readonly (readonly [number, number])[]; tone?: string; dash?: string }) {
  return <polyline points={points.map((point) => point.join(",")).join(" ")} fill="none" stroke={cssColor(tone)} strokeWidth={2} strokeDasharray={dash} strokeLinejoin="round" />;
}

function Note({ x, y, text, tone = "muted", anchor = "middle" }: { x: number; y: number; text: string; tone?: string; anchor?: "start" | "middle" | "end" }) {
  return (
    <text x={x} y={y} textAnchor={anchor} style={{ fontSize: "13px", fontWeight: tone === "muted" ? 400 : 700, fill: cssColor(tone), paintOrder: "stroke", stroke: cssColor("surface"), strokeWidth: "4px" }}>
      {text}
    </text>
  );
}

function Terminals({ labels }: { labels: readonly [string, string] }) {
  return (
    <g>
      {[HOT_Y, RETURN_Y].map((y, k) => (
        <g key={y}>
          <circle cx={364} cy={y} r={5} fill={cssColor("surface")} stroke={cssColor("ink")} strokeWidth={1.8} />
          <Note x={374} y={k === 0 ? y - 9 : y + 20} text={labels[k]} tone={k === 0 ? "muted" : "ink"} anchor="start" />
        </g>
      ))}
    </g>
  );
}

function Load({ text }: { text: string }) {
  return (
    <g>
      <Wire points={[[470, HOT_Y], [470, RETURN_Y]]} />
      <rect x={459} y={HOT_Y + 12} width={22} height={RETURN_Y - HOT_Y - 24} rx={2} fill={cssColor("surface")} stroke={cssColor("ember")} strokeWidth={2.4} />
      <Note x={488} y={(HOT_Y + RETURN_Y) / 2 + 5} text={text} tone="ink" anchor="start" />
    </g>
  );
}

function Voltmeter({ name }: { name: string }) {
  const x = 420, y = 240;
  return (
    <g>
      <Wire points={[[430, HOT_Y], [430, 212], [x, y - 16]]} dash="4 4" tone="muted" />
      <Wire points={[[446, RETURN_Y], [446, y], [x + 16, y]]} dash="4 4" tone="muted" />
      <circle cx={x} cy={y} r={16} fill={cssColor("surface")} stroke={cssColor("ink")} strokeWidth={1.6} />
      <text x={x} y={y + 5} textAnchor="middle" style={{ ...TEXT, fontWeight: 700 }}>
        V
      </text>
      <Note x={x + 26} y={y + 24} text={name} anchor="start" />
    </g>
  );
}

function Probe({ probe, dividerText, isHarmful }: { probe: RigSettings["probe"]; dividerText: string | null; isHarmful: boolean }) {
  const name = dividerText ?? "no divider";
  if (probe === "two channels")
    return (
      <g>
        <Wire points={[[470, HOT_Y], [576, HOT_Y]]} />
        <Wire points={[[470, RETURN_Y], [576, RETURN_Y]]} />
        <Box x={576} y={HOT_Y - 34} width={118} height={56} title="input 1" name={name} />
        <Box x={576} y={RETURN_Y - 12} width={118} height={56} title="input 2" name={name} />
        <Wire points={[[694, HOT_Y], [715, HOT_Y], [715, 132], [736, 132]]} />
        <Wire points={[[694, RETURN_Y], [715, RETURN_Y], [715, 158], [736, 158]]} />
        <Note x={794} y={208} text="reading: 1 less 2" tone="ink" />
        <Earth x={794} y={214} />
      </g>
    );
  return (
    <g>
      <Wire points={[[470, HOT_Y], [576, HOT_Y]]} />
      <Wire points={[[470, RETURN_Y], [576, RETURN_Y]]} tone={isHarmful ? "ember" : "ink"} />
      <Box x={576} y={92} width={118} height={102} title={probe === "differential probe" ? "differential" : "divider"} name={name} />
      <Wire points={[[694, 143], [736, 143]]} />
    </g>
  );
}

function Earth({ x, y, tone = "ink" }: { x: number; y: number; tone?: string }) {
  return (
    <g stroke={cssColor(tone)} strokeWidth={2}>
      <line x1={x} x2={x} y1={y + 16} y2={y + 38} />
      {[11, 7, 3].map((half, k) => (
        <line key={half} x1={x - half} x2={x + half} y1={y + 38 + 5 * k} y2={y + 38 + 5 * k} />
      ))}
    </g>
  );
}

function Harm() {
  return (
    <g>
      <Earth x={620} y={RETURN_Y} tone="ember" />
      <Note x={520} y={262} text="Not like this: earth would short" tone="ember" anchor="start" />
      <Note x={520} y={280} text="an output that swings." tone="ember" anchor="start" />
    </g>
  );
}

/** "47 k over 1 k", null where there is none. */
export const dividerText = (upperOhms: number | null | undefined, lowerOhms: number | null | undefined): string | null => {
  if (!upperOhms || !lowerOhms) return null;
  const text = (ohms: number) => (ohms >= 1000 ? `${formatSignificant(ohms / 1000, 2)} k` : formatSignificant(ohms, 3));
  return `${text(upperOhms)} : ${text(lowerOhms)}`;
};
