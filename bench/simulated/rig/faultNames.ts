/** What a reviewer may have to find. */
export const FAULTS = {
  "tired-reservoir": "The supply's reservoir capacitors have dried out",
  "tired-coupling": "The input coupling capacitors have lost their capacitance",
  "weak-channel": "The second channel's output devices are worn",
  "bias-too-low": "The idle current is far too low",
  "scratchy-control": "The level control is worn and makes poor contact",
  "filter-for-another-load": "The output filter is tuned for twice the load",
  "poor-thermal-contact": "The output devices have poor contact with the heat sink",
  "undersized-brick": "The external supply is far too small",
  "weak-source": "The source level is too low to drive the amplifier fully",
} as const;
export type FaultName = keyof typeof FAULTS;
