import type { Block, BlockKind } from "@/records";

/** Pages that are ready: which blocks, and how much each says. */
const TEMPLATES: Readonly<
  Record<string, readonly (readonly [kind: BlockKind, form: "short" | "long"])[]>
> = {
  "short news": [
    ["summary", "short"],
    ["rating", "short"],
    ["claims", "short"],
    ["curves", "short"],
    ["method", "short"],
    ["safety", "short"],
  ],
  "full review": [
    ["summary", "long"],
    ["photos", "long"],
    ["rating", "long"],
    ["claims", "long"],
    ["curves", "long"],
    ["bursts", "long"],
    ["heat", "long"],
    ["supply", "long"],
    ["comparison", "long"],
    ["remarks", "long"],
    ["method", "long"],
    ["safety", "long"],
  ],
  "table only": [
    ["rating", "long"],
    ["claims", "short"],
  ],
};

export const TEMPLATE_NAMES: readonly string[] = Object.keys(TEMPLATES);

/** A block before the reviewer changes anything. */
export const newBlock = (kind: BlockKind, id: string, form: "short" | "long" = "short"): Block => ({
  id,
  kind,
  form,
  heading: "",
  text: null,
  kinds: [],
  photos: [],
  setId: "",
});

/** The blocks of a ready page. @param setId comparison that a block of one shows */
export const templateBlocks = (name: string, newId: () => string, setId: string): Block[] =>
  (TEMPLATES[name] ?? [])
    .filter(([kind]) => kind !== "comparison" || setId !== "")
    .map(([kind, form]) => ({
      ...newBlock(kind, newId(), form),
      ...(kind === "comparison" ? { setId } : {}),
    }));
