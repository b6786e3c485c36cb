import { Button, type ButtonProps } from "@chakra-ui/react";
import { KeyCap } from "./KeyCap";

export type ActionButtonProps = ButtonProps & {
  tone?: "primary" | "quiet" | "danger";
  hotkey?: string;
};

const TONES = {
  primary: { bg: "spruce", color: "onSpruce", borderColor: "spruce" },
  danger: { bg: "emberSolid", color: "onEmber", borderColor: "emberSolid" },
  quiet: { bg: "surface", color: "ink", borderColor: "rime" },
} as const;

/** A control big enough for a gloved hand, with its key drawn beside its words. */
export function ActionButton({ tone = "quiet", hotkey, children, ...rest }: ActionButtonProps) {
  return (
    <Button
      {...TONES[tone]}
      borderWidth="1px"
      borderRadius="control"
      minH="44px"
      px={4}
      fontWeight={600}
      fontSize="15px"
      _hover={{ filter: "brightness(0.95)" }}
      {...rest}
    >
      {children}
      {hotkey && <KeyCap>{hotkey}</KeyCap>}
    </Button>
  );
}
