// By themselves, so that a page that only names them need not load what checks forms.

export const AMPLIFIER_KINDS = ["home", "vintage", "mini"] as const;
export const TOPOLOGIES = [
  "class A",
  "class AB",
  "class G or H",
  "class D",
  "push-pull with transformer",
  "not known",
] as const;
