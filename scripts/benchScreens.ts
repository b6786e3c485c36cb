// How smoothly the Bench moves, in a headless browser: npm run bench:screens
// What is counted is what a person sees: pictures redrawn, and readings that change. A machine without a graphics card is the worst case.
import { By, Key, type WebDriver } from "selenium-webdriver";
import { press, rests, shows } from "@/e2e/browser";
import { dayOfSeconds } from "./dayOfSeconds";
import { escapeFrom, playLive, sweepSeconds } from "./liveScreens";
import { withDemo, type DemoPage } from "./withDemo";

type Pace = { framesPerSecond: number; changesPerSecond: number; longestGapMs: number };

/** Runs in the page: counts frames and changes for some seconds. `begin` says what a change is, and may do something each frame. */
const PACE = `
  const [seconds, done] = arguments;
  const frames = [];
  let changes = 0;
  const each = begin(() => changes++);
  const step = (now) => {
    frames.push(now);
    each(frames.length);
    if (now - frames[0] < 1000 * seconds) return requestAnimationFrame(step);
    const span = (frames.at(-1) - frames[0]) / 1000;
    done({ framesPerSecond: (frames.length - 1) / span, changesPerSecond: changes / span, longestGapMs: Math.max(...frames.slice(1).map((frame, k) => frame - frames[k])) });
  };
  requestAnimationFrame(step);
`;

const paceOf = (driver: WebDriver, begin: string): Promise<Pace> =>
  driver.executeAsyncScript(`const begin = ${begin};${PACE}`, 6);

/** Zooms in and out again, a step each frame; a change is a picture redrawn. */
const ZOOMING = `(changed) => {
  const canvas = document.querySelector("[data-testid=wave]"), box = canvas.getBoundingClientRect(), context = canvas.getContext("2d");
  const clear = context.clearRect.bind(context);
  context.clearRect = (...area) => { changed(); clear(...area); };
  return (frame) => canvas.dispatchEvent(new WheelEvent("wheel", { deltaY: frame % 80 < 40 ? -1 : 1, clientX: box.left + 0.4 * box.width, clientY: box.top + 50, bubbles: true, cancelable: true }));
}`;

/** A change is another reading on the live bench: its wave never stands still. */
const WATCHING = `(changed) => {
  let before = "";
  return () => {
    const wave = document.querySelector("[data-testid=live] [data-testid=glimpse] path").getAttribute("d");
    if (wave !== before) changed();
    before = wave;
  };
}`;

/** Drags the chart of temperatures to and fro; a change is a picture redrawn. */
const PANNING = `(changed) => {
  const svg = document.querySelector("[data-testid=heat-chart] svg"), box = svg.getBoundingClientRect();
  const context = document.querySelector("[data-testid=heat-chart] canvas").getContext("2d");
  const clip = context.clip.bind(context);
  context.clip = (...area) => { changed(); clip(...area); };
  const at = (type, x) => svg.dispatchEvent(new PointerEvent(type, { clientX: box.left + x, clientY: box.top + 150, pointerId: 1, bubbles: true }));
  svg.setPointerCapture = () => {};
  at("pointerdown", 300);
  return (frame) => at("pointermove", 300 - 150 * Math.sin(frame / 20));
}`;

const report = (name: string, { framesPerSecond, changesPerSecond, longestGapMs }: Pace): void =>
  console.log(
    `${name}: ${framesPerSecond.toFixed(0)} frames a second, ${changesPerSecond.toFixed(0)} changes a second, longest gap ${longestGapMs.toFixed(0)} ms`,
  );

const LIVE_RATE_HZ = 96_000;

const measure = async (page: DemoPage): Promise<void> => {
  const { driver, stage, choose } = page;
  await driver.manage().setTimeouts({ script: 60_000 });
  console.log(
    `a planned sweep of 40 levels, from the key to the result: ${(await sweepSeconds(page)).toFixed(1)} s`,
  );
  const newRun = async (kind: string): Promise<void> => {
    await driver.findElement(By.css("body")).sendKeys("n");
    await rests(driver);
    await choose("run-kind", kind);
    await rests(driver);
  };
  await stage("bench", "runs saved");
  await newRun("spectrum");
  // Six seconds at 192 kHz: 1.15 million samples in each of two channels.
  await driver.findElement(By.id("setting-seconds")).sendKeys(Key.chord(Key.CONTROL, "a"), "6");
  await press(driver, "Start run");
  await shows(driver, "Strike out this run", 180_000);
  await rests(driver);
  await press(driver, "Recording");
  await rests(driver);
  report(
    "zooming a waveform of 1.15 million samples in two channels",
    await paceOf(driver, ZOOMING),
  );
  await newRun("clip-search");
  await press(driver, "Switch the live bench on");
  await shows(driver, "below the source’s maximum");
  await driver.findElement(By.css("body")).sendKeys(Key.PAGE_UP);
  report("the live bench, two channels", await paceOf(driver, WATCHING));
  await playLive(page, LIVE_RATE_HZ);
  report(
    `live through the virtual interface, two channels at ${LIVE_RATE_HZ / 1000} kHz`,
    await paceOf(driver, WATCHING),
  );
  const { seconds, quantaBeforeFade } = await escapeFrom(driver);
  console.log(
    `Esc there: gone ${(1000 * seconds).toFixed(0)} ms after the key; its fade of 10 ms began ${quantaBeforeFade.toFixed(1)} render quanta after it`,
  );
  await stage("heat", "Manual readings");
  const began = Date.now();
  await driver.findElement(By.css("[data-testid=logger-file]")).sendKeys(dayOfSeconds());
  await shows(driver, "Probe 8");
  console.log(
    `a log of 24 h at 1 s in 8 probes: kept, read, fitted and drawn in ${((Date.now() - began) / 1000).toFixed(1)} s`,
  );
  await rests(driver);
  report("panning it", await paceOf(driver, PANNING));
};

withDemo(measure).catch((error: unknown) => {
  console.error(error);
  process.exitCode = 1;
});
