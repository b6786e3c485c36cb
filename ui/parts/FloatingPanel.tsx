"use client";
import { Popover, Portal } from "@chakra-ui/react";
import type { ComponentProps, ReactNode } from "react";

export type FloatingPanelProps = {
  /** Of the button that it belongs to: it is placed there, and the focus goes back to it. */
  buttonId: string;
  open: boolean;
  onClose(): void;
  /** What it is called; a panel that learns it later says it by a PanelTitle of its own. */
  title?: string;
  width: string;
  placement?: NonNullable<ComponentProps<typeof Popover.Root>["positioning"]>["placement"];
  children: ReactNode;
};

/** What a button has beside it while it is open: Esc, a press elsewhere or on the button close it. */
export function FloatingPanel({
  buttonId,
  open,
  onClose,
  title,
  width,
  placement,
  children,
}: FloatingPanelProps) {
  return (
    <Popover.Root
      lazyMount
      unmountOnExit
      open={open}
      ids={{ trigger: buttonId }}
      positioning={{ placement }}
      onOpenChange={(change) => !change.open && onClose()}
    >
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="surface" borderColor="rime" borderWidth="1px" w={width}>
            <Popover.Body>
              {title && <PanelTitle>{title}</PanelTitle>}
              {children}
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}

/** The heading of a panel, by which it is called. */
export function PanelTitle({ children }: { children: ReactNode }) {
  return (
    <Popover.Title fontWeight={700} fontSize="17px" mb={1.5}>
      {children}
    </Popover.Title>
  );
}
