import { keepsInstrumentContract } from "../testing/instrumentContract";
import { typedInstrument } from "./instrument";

keepsInstrumentContract(() => typedInstrument([{ voltsRms: 20 }, { voltsRms: undefined }]));
