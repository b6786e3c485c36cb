import { cssColor } from "./cssColor";

/** The pattern that marks the side where a claim is missed. */
export function Hatch({ id }: { id: string }) {
  return (
    <defs>
      <pattern
        id={id}
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line y2="9" stroke={cssColor("ember")} strokeWidth="1" opacity="0.4" />
      </pattern>
    </defs>
  );
}
