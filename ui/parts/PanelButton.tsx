"use client";
import { useId, useState, type CSSProperties, type ReactNode } from "react";
import { fetchedWhenOpen } from "./fetched";
import type { FloatingPanelProps } from "./FloatingPanel";

const FloatingPanel = fetchedWhenOpen<FloatingPanelProps>(() =>
  import("./FloatingPanel").then((module) => module.FloatingPanel),
);

export type PanelButtonProps = Pick<FloatingPanelProps, "title" | "width" | "placement"> & {
  /** What stands in the panel; nothing of it is made before it is open. */
  panel: ReactNode;
  /** Of the button, where what it shows does not say it. */
  label?: string;
  style?: CSSProperties;
  children: ReactNode;
};

/** A button with a panel beside it. */
export function PanelButton({ panel, label, style, children, ...place }: PanelButtonProps) {
  const id = useId();
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button
        id={id}
        type="button"
        aria-label={label}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        style={style}
        onClick={() => setOpen((now) => !now)}
      >
        {children}
      </button>
      <FloatingPanel buttonId={id} open={isOpen} onClose={() => setOpen(false)} {...place}>
        {panel}
      </FloatingPanel>
    </>
  );
}
