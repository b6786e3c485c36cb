import { InstrumentFault } from "../contract";
import { LinkFault } from "./link";

/** What fails on the way to an instrument, as what failed at the bench. */
export const asFault = async <T>(where: string, work: () => Promise<T>): Promise<T> => {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof LinkFault)) throw error;
    const fault = new InstrumentFault({
      code: "instrument-fault",
      where,
      advice: error.message,
    });
    fault.cause = error;
    throw fault;
  }
};
