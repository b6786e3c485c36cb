/** Watts from the socket, and where they go; what is neither in loads nor heat is stored. */
export type EnergyFlow = {
  fromMains: number;
  toLoads: number;
  /** In the amplifier itself. */
  toHeat: number;
  lostInSupply: number;
};

/** Before anything flows. */
const NOTHING: EnergyFlow = { fromMains: 0, toLoads: 0, toHeat: 0, lostInSupply: 0 };

/** Joules since an amplifier was switched on. */
export class EnergyAccount {
  private flow = NOTHING;
  private sum = NOTHING;

  get joules(): EnergyFlow {
    return this.sum;
  }

  /** Counts watts that flowed for some seconds. */
  add(flow: EnergyFlow, seconds: number): void {
    this.flow = flow;
    this.repeat(seconds);
  }

  /** As they flowed last, for some seconds more. */
  repeat(seconds: number): void {
    const { sum, flow } = this;
    this.sum = {
      fromMains: sum.fromMains + flow.fromMains * seconds,
      toLoads: sum.toLoads + flow.toLoads * seconds,
      toHeat: sum.toHeat + flow.toHeat * seconds,
      lostInSupply: sum.lostInSupply + flow.lostInSupply * seconds,
    };
  }
}
