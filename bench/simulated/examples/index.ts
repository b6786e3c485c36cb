import type { Outcome } from "@/core/outcome";
import homeClassAb from "./home-class-ab.json";
import vintageClassAb from "./vintage-class-ab.json";
import miniBridgeBrick from "./mini-bridge-brick.json";
import deskClassD from "./desk-class-d.json";
import powerClassGh from "./power-class-gh.json";
import warmClassA from "./warm-class-a.json";
import valvePushPull from "./valve-push-pull.json";
import tiredReceiver from "./tired-receiver.json";
import coldIntegrated from "./cold-integrated.json";
import travelClassD from "./travel-class-d.json";
import fiveChannel from "./five-channel.json";
import { checkRig } from "../rig/checkRig";
import type { SimulatedRig } from "../rig/rig";

const checked = (outcome: Outcome<SimulatedRig>): SimulatedRig => {
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

const FILES = {
  "home-class-ab": homeClassAb,
  "vintage-class-ab": vintageClassAb,
  "mini-bridge-brick": miniBridgeBrick,
  "desk-class-d": deskClassD,
  "power-class-gh": powerClassGh,
  "warm-class-a": warmClassA,
  "valve-push-pull": valvePushPull,
  "tired-receiver": tiredReceiver,
  "cold-integrated": coldIntegrated,
  "travel-class-d": travelClassD,
  "five-channel": fiveChannel,
};

export type ExampleName = keyof typeof FILES;

/** The amplifiers that ship with the bench, all invented: any likeness to a real one is chance. Three have a fault to find. */
export const EXAMPLE_RIGS = Object.fromEntries(
  Object.entries(FILES).map(([name, file]) => [name, checked(checkRig(file))]),
) as Record<ExampleName, SimulatedRig>;
