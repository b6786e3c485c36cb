import { EXAMPLE_RIGS } from "../simulated";
import { keepsInstrumentContract } from "../testing/instrumentContract";
import { audioInstrument } from "./instrument";
import { setupOf, VIRTUAL, virtualLink } from "./testing/virtualLink";

const settings = {
  ...VIRTUAL,
  amplifier: EXAMPLE_RIGS["home-class-ab"],
  inputFullScaleVolts: 40,
  sampleRateHz: 48_000,
};

keepsInstrumentContract(() => audioInstrument(setupOf(settings), virtualLink(settings)));
