import type { WebDriver } from "selenium-webdriver";
import type { ChromiumWebDriver } from "selenium-webdriver/chromium";
import { press, pressKey, rests, shows } from "@/e2e/browser";
import { TRANSPORT } from "@/workers/audio/names";
import type { DemoPage } from "./withDemo";

/** Keeps hold of the nodes of audio that the page makes, so that what they play can be listened to. */
const KEEP_NODES = `
  window.audioNodes = {};
  window.AudioWorkletNode = class extends AudioWorkletNode {
    constructor(context, name, options) {
      super(context, name, options);
      window.audioNodes[name] = this;
    }
  };
`;

/** What is left of a tone when it counts as gone: at its least, to which it may be turned up again, it is far below. */
const GONE_RATIO = 0.05;

/** Runs in the page: presses Esc and listens at the transport until the tone is gone. Times in seconds. */
const ESCAPE = `
  const [name, goneRatio, done] = arguments;
  const node = window.audioNodes[name], { context } = node;
  const ear = new AnalyserNode(context, { fftSize: 32768 });
  node.connect(ear);
  const wave = new Float32Array(ear.fftSize);
  const listen = (least, pressed) => {
    ear.getFloatTimeDomainData(wave);
    const last = wave.findLastIndex((value) => Math.abs(value) > least);
    const quiet = (wave.length - 1 - last) / context.sampleRate;
    if (quiet < 0.01) return setTimeout(listen, 1, least, pressed);
    node.disconnect(ear);
    done({ seconds: context.currentTime - quiet - pressed, sampleRateHz: context.sampleRate });
  };
  setTimeout(() => {
    ear.getFloatTimeDomainData(wave);
    const least = goneRatio * Math.max(...wave);
    const pressed = context.currentTime;
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape", bubbles: true }));
    listen(least, pressed);
  }, 500);
`;

/** Frames that audio is worked out in, and the fade at every stop. @see Web Audio API, W3C 2021, render quantum */
const QUANTUM_FRAMES = 128;
const FADE_SECONDS = 0.01;

/** Opens the virtual interface at a rate, and plays by hand through it at both channels. */
export const playLive = async (
  { driver, stage, choose }: DemoPage,
  sampleRateHz: number,
): Promise<void> => {
  await (driver as ChromiumWebDriver).sendDevToolsCommand("Page.addScriptToEvaluateOnNewDocument", {
    source: KEEP_NODES,
  });
  await stage("bench", "runs saved");
  await pressKey(driver, "n", "Which run");
  await rests(driver);
  await pressKey(driver, "i", "Virtual interface");
  await choose("virtual-rate", String(sampleRateHz));
  await press(driver, "Open the virtual interface");
  await shows(driver, "Through");
  await choose("run-kind", "spectrum");
  await rests(driver);
  await pressKey(driver, "m", "Switch the live bench on");
  await press(driver, "Switch the live bench on");
  await shows(driver, "Nothing measures temperatures");
  for (let k = 0; k < 30; k++) await press(driver, "+1 dB");
};

/** How long after Esc the tone is gone, and how many render quanta went by before the fade began. */
export const escapeFrom = async (
  driver: WebDriver,
): Promise<{ seconds: number; quantaBeforeFade: number }> => {
  const { seconds, sampleRateHz } = await driver.executeAsyncScript<{
    seconds: number;
    sampleRateHz: number;
  }>(ESCAPE, TRANSPORT, GONE_RATIO);
  const faded = FADE_SECONDS * (1 - GONE_RATIO);
  return { seconds, quantaBeforeFade: ((seconds - faded) * sampleRateHz) / QUANTUM_FRAMES };
};

/** Seconds from the key of a planned sweep to its result, kept and on the screen. */
export const sweepSeconds = async ({ driver, stage, choose }: DemoPage): Promise<number> => {
  await stage("bench", "runs saved");
  await pressKey(driver, "n", "Which run");
  await rests(driver);
  await choose("run-kind", "power-sweep");
  // Its forecast is worked out as the form opens.
  await shows(driver, "Predicted output");
  await rests(driver);
  return driver.executeAsyncScript<number>(`
    const [done] = arguments;
    const kept = () => Number(/(\\d+) runs saved/.exec(document.body.innerText)?.[1] ?? NaN);
    const before = kept(), began = performance.now();
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "r", bubbles: true }));
    const look = () => kept() > before ? done((performance.now() - began) / 1000) : setTimeout(look, 20);
    look();
  `);
};
