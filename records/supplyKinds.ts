// By themselves, so that a page that only names them need not load what checks forms.

export const SUPPLY_KINDS = ["linear", "switched", "brick", "battery"] as const;
