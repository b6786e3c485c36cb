import type { InstrumentProfile, NetworkRole } from "./profile";

const NEXT_ERROR = "SYSTem:ERRor?";
const PREPARE = "*CLS";

/**
 * Profiles that ship: the spelling of the published standards, to begin from. What no standard has (a waveform's name and rate, bursts, how a
 * sample becomes volts) is spelled in the same manner, as a place to begin from: most instruments spell it otherwise.
 * @see SCPI-99, volume 2 (command reference); IEEE 488.2-1992, section 10 (common commands). From memory.
 */
export const GENERIC_PROFILES: Readonly<Record<NetworkRole, InstrumentProfile>> = {
  generator: {
    role: "generator",
    title: "Function generator, standard commands",
    commands: {
      prepare: `${PREPARE}\nOUTPut{output}:IMPedance INFinity\nSOURce{output}:VOLTage:LEVel:IMMediate:OFFSet 0`,
      sine: "SOURce{output}:FUNCtion:SHAPe SINusoid\nSOURce{output}:FREQuency:CW {hertz}\nSOURce{output}:VOLTage:LEVel:IMMediate:AMPLitude {voltsPeakToPeak}",
      outputOn: "OUTPut{output}:STATe ON",
      outputOff: "OUTPut{output}:STATe OFF",
      outputNow: "OUTPut{output}:STATe?",
      levelNow: "SOURce{output}:VOLTage:LEVel:IMMediate:AMPLitude?",
      frequencyNow: "SOURce{output}:FREQuency:CW?",
      sweep:
        "SOURce{output}:FREQuency:STARt {lowHertz}\nSOURce{output}:FREQuency:STOP {highHertz}\nSOURce{output}:SWEep:SPACing LOGarithmic\nSOURce{output}:SWEep:TIME {seconds}\nSOURce{output}:FREQuency:MODE SWEep",
      burst:
        "SOURce{output}:FUNCtion:SHAPe SINusoid\nSOURce{output}:FREQuency:CW {hertz}\nSOURce{output}:VOLTage:LEVel:IMMediate:AMPLitude {voltsPeakToPeak}\nSOURce{output}:BURSt:NCYCles {cycles}\nSOURce{output}:BURSt:STATe ON",
      continuous: "SOURce{output}:FREQuency:MODE CW\nSOURce{output}:BURSt:STATe OFF",
      waveform: "TRACe:DATA OUTPUT{output},{block}",
      playWaveform:
        "SOURce{output}:FUNCtion:SHAPe USER\nSOURce{output}:FUNCtion:USER:RATE {samplesPerSecond}\nSOURce{output}:VOLTage:LEVel:IMMediate:AMPLitude {voltsPeakToPeak}",
      start: "*TRG",
      nextError: NEXT_ERROR,
    },
    numbers: {
      outputCount: 2,
      mostVoltsRms: 7,
      memorySamples: 16e6,
      waveformHertz: 192_000,
      settleSeconds: 0.05,
    },
    sampleFormat: "float, 4 bytes, low byte first",
  },
  oscilloscope: {
    role: "oscilloscope",
    title: "Oscilloscope, standard commands",
    commands: {
      prepare: `${PREPARE}\nFORMat:DATA INTeger,16\nFORMat:BORDer SWAPped`,
      channel:
        "INPut{channel}:COUPling DC\nINPut{channel}:ATTenuation {probeFactor}\nSENSe{channel}:VOLTage:DC:RANGe:PTPeak {voltsPeakToPeak}",
      rangeNow: "SENSe{channel}:VOLTage:DC:RANGe:PTPeak?",
      probeNow: "INPut{channel}:ATTenuation?",
      acquire: "SENSe:SWEep:TIME {seconds}\nSENSe:SWEep:POINts {samples}",
      intervalNow: "SENSe:SWEep:TINTerval?",
      start: "TRIGger:SOURce IMMediate\nINITiate:IMMediate\n*OPC",
      isDone: "*ESR?",
      stop: "ABORt",
      scale: "TRACe:PREamble? CHANnel{channel} -> 1, 2, 3",
      samples: "TRACe:DATA? CHANnel{channel}",
      nextError: NEXT_ERROR,
    },
    numbers: {
      channelCount: 4,
      bits: 14,
      probeFactor: 10,
      mostVoltsPeak: 400,
      leastVoltsPeak: 0.05,
      mostHertz: 192_000,
      memorySamples: 16e6,
      accuracyRatio: 0.01,
    },
    sampleFormat: "16 bits, signed, low byte first",
  },
  voltmeter: {
    role: "voltmeter",
    title: "Voltmeter, standard commands",
    commands: {
      prepare: `${PREPARE}\nCONFigure:VOLTage:AC`,
      read: "READ?",
      nextError: NEXT_ERROR,
    },
    numbers: { accuracyRatio: 0.002, bandwidthHertz: 100_000, settleSeconds: 0.15 },
    sampleFormat: "16 bits, signed, low byte first",
  },
  "mains-meter": {
    role: "mains-meter",
    title: "Mains power meter, standard commands",
    commands: {
      prepare: PREPARE,
      watts: "MEASure:POWer:AC?",
      amperes: "MEASure:CURRent:AC?",
      nextError: NEXT_ERROR,
    },
    numbers: { accuracyRatio: 0.01 },
    sampleFormat: "16 bits, signed, low byte first",
  },
  supply: {
    role: "supply",
    title: "Programmable supply, standard commands",
    commands: {
      prepare: PREPARE,
      volts: "SOURce:VOLTage:LEVel:IMMediate:AMPLitude {volts}",
      amperes: "SOURce:CURRent:LEVel:IMMediate:AMPLitude {amperes}",
      outputOn: "OUTPut:STATe ON",
      outputOff: "OUTPut:STATe OFF",
      outputNow: "OUTPut:STATe?",
      voltsNow: "MEASure:VOLTage:DC?",
      amperesNow: "MEASure:CURRent:DC?",
      nextError: NEXT_ERROR,
    },
    numbers: { mostVolts: 60, mostAmperes: 10 },
    sampleFormat: "16 bits, signed, low byte first",
  },
  thermometer: {
    role: "thermometer",
    title: "Temperature logger, standard commands",
    commands: {
      prepare: PREPARE,
      celsius: "MEASure:TEMPerature? (@{channel})",
      nextError: NEXT_ERROR,
    },
    numbers: { sinkChannel: 101, caseChannel: 102, loadChannel: 103 },
    sampleFormat: "16 bits, signed, low byte first",
  },
};
