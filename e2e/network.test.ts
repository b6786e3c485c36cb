// Live between instruments of a network, in a browser: stand-ins on this machine, from their addresses to a stored run, and what goes wrong on the way.
import { createServer, type AddressInfo, type Server } from "node:net";
import { By, until, type WebElement } from "selenium-webdriver";
import { fromCatalogue } from "@/bench/catalogue";
import { realClock } from "@/bench/network/standIns/clock";
import { standInsOn, type StandIns } from "@/bench/network/standIns/standIns";
import type { NetworkRole } from "@/core/scpi";
import { application } from "./application";
import { pageText, press, pressKey, rests, shows } from "./browser";
import { forms } from "./forms";
import { SWEPT } from "./demoShelf";
import { putOnShelf } from "./putOnShelf";

const app = application("network");
const { driver, url } = app;
const { kept } = forms(driver);
const ROLES = [
  ["generator", "Function generator"],
  ["oscilloscope", "Oscilloscope"],
  ["voltmeter", "True-RMS voltmeter"],
] as const satisfies readonly (readonly [NetworkRole, string])[];
let home: string;
let standIns: StandIns;
const servers = new Map<NetworkRole, Server>();
/** Has a stand-in leave questions unanswered from now on. */
const dead = new Set<NetworkRole>();

const portOf = (role: NetworkRole): number => (servers.get(role)?.address() as AddressInfo).port;

beforeAll(async () => {
  standIns = standInsOn(
    { amplifier: fromCatalogue("home-class-ab").amplifier, seed: 1, faults: {}, slowMs: 0 },
    realClock,
  );
  standIns.bench.connectLoad([8.2, 8.2]);
  for (const [role] of ROLES) {
    const server = createServer((socket) => {
      const stream = standIns.instruments[role].connect();
      stream.listen({
        onBytes: (bytes) => void (dead.has(role) || socket.write(bytes)),
        onClosed: () => void socket.end(),
      });
      socket.on("data", (bytes) => stream.send(bytes));
      socket.on("error", () => stream.close());
    });
    await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
    servers.set(role, server);
  }
  await putOnShelf(app, SWEPT);
  const [{ id }] = (await (await fetch(`${url()}/api/amplifiers?find=sixty`)).json()).amplifiers;
  home = `${url()}/amplifiers/${id}`;
});
afterAll(() => servers.forEach((server) => server.close()));

const click = (element: WebElement): Promise<unknown> =>
  driver().executeScript("arguments[0].click()", element);
const card = (label: string) => driver().findElement(By.css(`section[aria-label='${label}']`));
const openBench = async (): Promise<void> => {
  await driver().get(`${home}/bench?run=new`);
  await shows(driver(), "Run");
  await pressKey(driver(), "e", "Through");
};
const chooseRun = async (title: string): Promise<void> => {
  await driver()
    .findElement(
      By.xpath(`//select[@id='run-kind' or ancestor::*[@id='run-kind']]/option[.='${title}']`),
    )
    .click();
  await rests(driver());
};

test("an address that is none, or out in the world, is refused beside where it was typed; one of this machine answers at once", async () => {
  await driver().get(`${home}/rig?tab=network`);
  for (const [role, label] of ROLES) {
    await shows(driver(), "Add a");
    // A page whose script has not come yet does not hear the first click.
    await driver().wait(async () => {
      const isThere = async () =>
        (await driver().findElements(By.css(`section[aria-label='${label}']`))).length > 0;
      if (await isThere()) return true;
      await click(
        await driver().findElement(
          By.xpath(`//button[.//*[name()='svg']][contains(., '${label}')]`),
        ),
      );
      return driver()
        .wait(isThere, 2_000)
        .catch(() => false);
    }, 30_000);
    const [, address] = await card(label).findElements(By.css("input"));
    const type = async (text: string): Promise<void> => {
      await address.sendKeys("\uE009a\uE000\uE003", text);
      await click(await card(label).findElement(By.xpath(".//button[normalize-space()='Save']")));
    };
    if (role === "generator") {
      await type("http://127.0.0.1");
      await shows(driver(), "enter an address such as 192.168.1.20");
      await type("192.0.2.7");
      await shows(driver(), "not on a private network");
    }
    await type(`127.0.0.1:${portOf(role)}`);
    await shows(driver(), `It answers: RIMEBANK,STAND-IN ${role.toUpperCase()}`);
  }
  // What a reviewer does with an unknown instrument: one command is tried, and both sides are seen.
  await click(
    await card("Oscilloscope").findElement(By.xpath(".//button[contains(., 'Commands')]")),
  );
  const tried = await driver().wait(
    until.elementLocated(By.css("button[aria-label='Try it: Query the range, peak to peak']")),
    10_000,
  );
  await driver().wait(until.elementIsEnabled(tried), 10_000);
  await click(tried);
  await shows(driver(), "SENSe1:VOLTage:DC:RANGe:PTPeak?");
  await shows(driver(), '0,"No error"');
  await kept();
});

test("a run goes from the generator through the amplifier to a result, and says what it was made with", async () => {
  await openBench();
  await chooseRun("Level and gain");
  await shows(driver(), "the amplifier’s input is not measured");
  await chooseRun("Spectrum");
  await press(driver(), "Start run");
  await shows(driver(), "live over the network");
  const text = await pageText(driver());
  expect(text).toContain("simulated: Function generator and Oscilloscope");
  // A class AB amplifier of the catalogue at an eighth of its 50 W.
  expect(Number(/([\d.]+)\s*V RMS/.exec(text)?.[1] ?? NaN) || 7).toBeGreaterThan(1);
  standIns.bench.advance(0.2);
  expect(standIns.bench.voltsRms()).toBeLessThan(0.1);
});

test("an instrument that falls silent is named, nothing half made is kept, and nothing plays on", async () => {
  const runs = async () => Number(/(\d+) runs saved/.exec(await pageText(driver()))?.[1]);
  await openBench();
  await chooseRun("Spectrum");
  const before = await runs();
  dead.add("oscilloscope");
  await press(driver(), "Start run");
  await shows(driver(), "Oscilloscope: it did not respond within 2 s");
  dead.delete("oscilloscope");
  expect(await runs()).toBe(before);
  standIns.bench.advance(0.2);
  expect(standIns.bench.voltsRms()).toBeLessThan(0.1);
});

/** Volts at the loads now, the bench a little later than when it was last asked. */
const playing = (): number => {
  standIns.bench.advance(0.15);
  return standIns.bench.voltsRms();
};
/** A slow machine takes seconds for each look, and a tone rises with a look at each step. */
const isHeard = async (): Promise<void> => {
  try {
    await driver().wait(async () => playing() > 1, 90_000);
  } catch {
    throw new Error(`${playing()} V at the load; the page says: ${await pageText(driver())}`);
  }
};
const turnUp = async (): Promise<void> => {
  await press(driver(), "Switch the live bench on");
  for (let k = 0; k < 8; k++) await press(driver(), "+1 dB");
};

test("by hand: the tone rises, and when the page goes away the generator is off within seconds", async () => {
  await openBench();
  await chooseRun("Spectrum");
  await pressKey(driver(), "m", "Switch the live bench on");
  await turnUp();
  await isHeard();
  // Mute first, which is heard at once and may be turned up from again.
  await driver().findElement(By.css("body")).sendKeys("\uE00C");
  await driver().wait(async () => playing() < 0.1, 3_000);
  await turnUp();
  await isHeard();
  await driver().get("about:blank");
  await driver().wait(async () => playing() < 0.1, 10_000);
}, 600_000);

test("when the program ends, it turns the generator off on its way out", async () => {
  await openBench();
  await chooseRun("Spectrum");
  await pressKey(driver(), "m", "Switch the live bench on");
  await turnUp();
  await isHeard();
  app.askToEnd();
  await driver().wait(async () => playing() < 0.1, 2_000);
  // The page is still there, and asks in vain.
  await expect(driver().wait(async () => playing() >= 0.1, 500)).rejects.toThrow();
  await app.kill();
  await app.start();
}, 600_000);

test("where instruments are reached leaves this machine with nothing", async () => {
  const { amplifiers } = await (await fetch(`${url()}/api/amplifiers?find=sixty`)).json();
  const whole = await fetch(`${url()}/api/amplifiers/${amplifiers[0].id}/review`, {
    method: "GET",
  });
  const everything = await fetch(`${url()}/api/everything`);
  for (const answer of [whole, everything]) {
    const bytes = Buffer.from(await answer.arrayBuffer()).toString("latin1");
    expect(bytes).not.toContain("instrument-addresses");
    expect(bytes).not.toContain(`127.0.0.1:${portOf("generator")}`);
  }
});
