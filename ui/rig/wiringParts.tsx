import type { RigSettings } from "@/records";
import { cssColor } from "../charts/cssColor";

export const WIDTH = 720,
  HEIGHT = 300;
/** Heights of the hot and the return terminal. */
export const HOT_Y = 112,
  RETURN_Y = 186;
export const AMP_END = 286,
  LOAD_X = 394,
  PROBE_X = 478,
  PROBE_WIDTH = 112;

const TEXT = { fontSize: "14px", fill: cssColor("ink") } as const;

export function Box({
  x,
  y,
  width,
  height,
  title,
  name,
}: {
  x: number;
  y: number;
  width: number;
  height: number;
  title: string;
  name: string;
}) {
  return (
    <g>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx={10}
        fill={cssColor("surface")}
        stroke={cssColor("ink")}
        strokeWidth={1.6}
      />
      <text
        x={x + width / 2}
        y={y + height / 2 - 8}
        textAnchor="middle"
        style={{ ...TEXT, fill: cssColor("muted"), fontSize: "13px" }}
      >
        {title}
      </text>
      {wrapped(name, Math.floor(width / 8.2)).map((line, k) => (
        <text
          key={k}
          x={x + width / 2}
          y={y + height / 2 + 12 + 17 * k}
          textAnchor="middle"
          style={{ ...TEXT, fontWeight: 700 }}
        >
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
  const [first, rest] =
    cut > 0 ? [name.slice(0, cut), name.slice(cut + 1)] : [name.slice(0, most), name.slice(most)];
  return [first, rest.length > most ? `${rest.slice(0, most - 1)}…` : rest];
};

export function Wire({
  points,
  tone = "ink",
  dash,
}: {
  points: readonly (readonly [number, number])[];
  tone?: string;
  dash?: string;
}) {
  return (
    <polyline
      points={points.map((point) => point.join(",")).join(" ")}
      fill="none"
      stroke={cssColor(tone)}
      strokeWidth={2}
      strokeDasharray={dash}
      strokeLinejoin="round"
    />
  );
}

export function WiringNote({
  x,
  y,
  text,
  tone = "muted",
  anchor = "middle",
}: {
  x: number;
  y: number;
  text: string;
  tone?: string;
  anchor?: "start" | "middle" | "end";
}) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      style={{
        fontSize: "13px",
        fontWeight: tone === "muted" ? 400 : 700,
        fill: cssColor(tone),
        paintOrder: "stroke",
        stroke: cssColor("surface"),
        strokeWidth: "4px",
      }}
    >
      {text}
    </text>
  );
}

export function Terminals({ labels }: { labels: readonly [string, string] }) {
  return (
    <g>
      {[HOT_Y, RETURN_Y].map((y, k) => (
        <g key={y}>
          <circle
            cx={AMP_END}
            cy={y}
            r={5}
            fill={cssColor("surface")}
            stroke={cssColor("ink")}
            strokeWidth={1.8}
          />
          <WiringNote
            x={AMP_END + 10}
            y={k === 0 ? y - 8 : y + 19}
            text={labels[k]}
            tone={k === 0 ? "muted" : "ink"}
            anchor="start"
          />
        </g>
      ))}
    </g>
  );
}

export function LoadSymbol({ text }: { text: string }) {
  return (
    <g>
      <Wire
        points={[
          [LOAD_X, HOT_Y],
          [LOAD_X, RETURN_Y],
        ]}
      />
      <rect
        x={LOAD_X - 12}
        y={HOT_Y + 13}
        width={24}
        height={RETURN_Y - HOT_Y - 26}
        rx={2}
        fill={cssColor("surface")}
        stroke={cssColor("ember")}
        strokeWidth={2.4}
      />
      <WiringNote
        x={LOAD_X + 20}
        y={(HOT_Y + RETURN_Y) / 2 + 5}
        text={text}
        tone="ink"
        anchor="start"
      />
    </g>
  );
}

/** Above the wires, one lead on each. */
export function VoltmeterSymbol({ name }: { name: string }) {
  const x = 356,
    y = 58;
  return (
    <g>
      <Wire
        points={[
          [x - 15, y],
          [322, y],
          [322, HOT_Y],
        ]}
        dash="4 4"
        tone="muted"
      />
      <Wire
        points={[
          [x + 15, y],
          [LOAD_X + 72, y],
          [LOAD_X + 72, RETURN_Y],
        ]}
        dash="4 4"
        tone="muted"
      />
      {[
        [322, HOT_Y],
        [LOAD_X + 72, RETURN_Y],
      ].map(([dotX, dotY]) => (
        <circle key={dotX} cx={dotX} cy={dotY} r={3.5} fill={cssColor("muted")} />
      ))}
      <circle
        cx={x}
        cy={y}
        r={15}
        fill={cssColor("surface")}
        stroke={cssColor("ink")}
        strokeWidth={1.6}
      />
      <text x={x} y={y + 5} textAnchor="middle" style={{ ...TEXT, fontWeight: 700 }}>
        V
      </text>
      <WiringNote x={x} y={y - 22} text={name} />
    </g>
  );
}

export function Probe({
  probe,
  dividerText,
  isHarmful,
}: {
  probe: RigSettings["probe"];
  dividerText: string | null;
  isHarmful: boolean;
}) {
  const name = dividerText ?? "no divider";
  const end = PROBE_X + PROBE_WIDTH;
  if (probe === "two channels")
    return (
      <g>
        <Wire
          points={[
            [LOAD_X, HOT_Y],
            [PROBE_X, HOT_Y],
          ]}
        />
        <Wire
          points={[
            [LOAD_X, RETURN_Y],
            [PROBE_X, RETURN_Y],
          ]}
        />
        <Box
          x={PROBE_X}
          y={HOT_Y - 30}
          width={PROBE_WIDTH}
          height={56}
          title="input 1"
          name={name}
        />
        <Box
          x={PROBE_X}
          y={RETURN_Y - 26}
          width={PROBE_WIDTH}
          height={56}
          title="input 2"
          name={name}
        />
        <Wire
          points={[
            [end, HOT_Y],
            [603, HOT_Y],
            [603, 137],
            [616, 137],
          ]}
        />
        <Wire
          points={[
            [end, RETURN_Y],
            [603, RETURN_Y],
            [603, 161],
            [616, 161],
          ]}
        />
        <WiringNote x={667} y={214} text="reads 1 minus 2" tone="ink" />
        <Earth x={667} y={210} />
      </g>
    );
  return (
    <g>
      <Wire
        points={[
          [LOAD_X, HOT_Y],
          [PROBE_X, HOT_Y],
        ]}
      />
      <Wire
        points={[
          [LOAD_X, RETURN_Y],
          [PROBE_X, RETURN_Y],
        ]}
        tone={isHarmful ? "ember" : "ink"}
      />
      <Box
        x={PROBE_X}
        y={98}
        width={PROBE_WIDTH}
        height={102}
        title={probe === "differential probe" ? "Differential" : "Divider"}
        name={name}
      />
      <Wire
        points={[
          [end, 149],
          [616, 149],
        ]}
      />
    </g>
  );
}

export function Earth({ x, y, tone = "ink" }: { x: number; y: number; tone?: string }) {
  return (
    <g stroke={cssColor(tone)} strokeWidth={2}>
      <line x1={x} x2={x} y1={y + 16} y2={y + 38} />
      {[11, 7, 3].map((half, k) => (
        <line key={half} x1={x - half} x2={x + half} y1={y + 38 + 5 * k} y2={y + 38 + 5 * k} />
      ))}
    </g>
  );
}

export function Harm() {
  return (
    <g>
      <Earth x={PROBE_X + PROBE_WIDTH / 2} y={RETURN_Y + 6} tone="ember" />
      <WiringNote
        x={PROBE_X + PROBE_WIDTH / 2 + 22}
        y={232}
        text="Not like this: ground"
        tone="ember"
        anchor="start"
      />
      <WiringNote
        x={PROBE_X + PROBE_WIDTH / 2 + 22}
        y={250}
        text="shorts the output."
        tone="ember"
        anchor="start"
      />
    </g>
  );
}
