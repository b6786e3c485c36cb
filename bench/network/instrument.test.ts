import { keepsInstrumentContract } from "../testing/instrumentContract";
import { networkInstrument } from "./instrument";
import { SETUP, standInLink } from "./testing/standInLink";

keepsInstrumentContract(() => networkInstrument(SETUP, standInLink().link));
