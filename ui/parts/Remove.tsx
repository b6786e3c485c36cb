import { IconButton, type IconButtonProps } from "@chakra-ui/react";
import { X } from "lucide-react";

/** Takes one line out of a list. */
export function Remove({ label, ...rest }: IconButtonProps & { label: string }) {
  return (
    <IconButton type="button" aria-label={label} variant="ghost" size="sm" color="muted" {...rest}>
      <X size={16} />
    </IconButton>
  );
}
