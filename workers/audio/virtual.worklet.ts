import type { VirtualSettings } from "@/bench/audio/virtual/settings";
import { VirtualInterface } from "@/bench/audio/virtual/VirtualInterface";
import { VIRTUAL, type Rewired } from "./names";

/** A virtual interface between what is played and what is heard. */
class VirtualProcessor extends AudioWorkletProcessor {
  private readonly device: VirtualInterface;

  constructor({ processorOptions }: { processorOptions: VirtualSettings }) {
    super();
    this.device = new VirtualInterface(processorOptions);
    this.port.onmessage = ({ data }: MessageEvent<Rewired>) =>
      "isThrough" in data
        ? this.device.wireThrough(data.isThrough)
        : this.device.connectLoad(data.loadOhms);
  }

  process(
    [played]: readonly (readonly Float32Array[])[],
    [heard]: readonly (readonly Float32Array[])[],
  ): boolean {
    this.device.process(played, heard);
    return true;
  }
}

registerProcessor(VIRTUAL, VirtualProcessor);
