// The Brief through the real interface, where things go differently than planned: half-typed claims, a killed server, photos, files.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { By, Key } from "selenium-webdriver";
import sharp from "sharp";
import { application } from "./application";
import { fieldOf, fill, pageText, PATIENCE_MS, press, pressKey, shows } from "./browser";
import { forms } from "./forms";

const { driver, url, folder, kill, start } = application("brief");
const { click, kept, undoOf, valueOf } = forms(driver);

test("an amplifier goes on the shelf, with a claim", async () => {
  await driver().get(`${url()}/amplifiers/new`);
  await fill(driver(), ["Amplifier", "Maker"], "Gantry");
  await fill(driver(), ["Amplifier", "Model"], "Pebble");
  await press(driver(), "Add to shelf");
  await shows(driver(), "Claims");
  await press(driver(), "Add a claim");
  for (const [label, text] of [
    ["As printed", "2 x 45 W"],
    ["Power", "45"],
    ["Load", "4"],
    ["Distortion limit", "10 %"],
  ])
    await fill(driver(), ["Claim", label], text);
  await press(driver(), "Save claim");
  await shows(driver(), "45 W per channel into 4 Ω");
});

test("a claim that is half typed survives a reload; Cancel gives it up", async () => {
  await press(driver(), "Add a claim");
  await fill(driver(), ["Claim", "As printed"], "60 W music power");
  await driver().navigate().refresh();
  await shows(driver(), "Claims");
  await press(driver(), "Add a claim");
  await driver().wait(
    async () => (await valueOf("Claim", "As printed")) === "60 W music power",
    PATIENCE_MS,
    "waiting for the draft",
  );
  await press(driver(), "Cancel");
  await press(driver(), "Add a claim");
  expect(await valueOf("Claim", "As printed")).toBe("");
  await press(driver(), "Cancel");
});

test("what it is may be changed; a name that is taken away is asked for, and the one before stays kept", async () => {
  await fill(driver(), ["Amplifier", "Year"], "next");
  await shows(driver(), "Enter the year as four digits");
  await fill(driver(), ["Amplifier", "Year"], "2023");
  await kept();
  const maker = await fieldOf(driver(), "Amplifier", "Maker");
  await maker.sendKeys(Key.chord(Key.CONTROL, "a"), Key.DELETE);
  await shows(driver(), "Enter the maker");
  await click(await undoOf("Amplifier"));
  expect(await valueOf("Amplifier", "Maker")).toBe("Gantry");
  await kept();
});

test("when the server was killed the page says so, and what was typed meanwhile is kept once it is back", async () => {
  await kill();
  await fill(driver(), ["Details", "Lent by"], "the importer");
  await shows(driver(), "Not saved: the program does not respond");
  expect(await valueOf("Details", "Lent by")).toBe("the importer");
  await start();
  await driver().wait(
    async () => !(await pageText(driver())).includes("Not saved:"),
    PATIENCE_MS,
    "waiting for it to be kept",
  );
  await kept();
  await driver().navigate().refresh();
  await shows(driver(), "Supply and connections");
  expect(await valueOf("Details", "Lent by")).toBe("the importer");
});

/** Hands a picture to the place for photos, as a drop or as a paste. */
const hand = (kind: "drop" | "paste", name: string, bytes: Buffer): Promise<unknown> =>
  driver().executeScript(
    `const [kind, name, base64] = arguments;
     const data = new DataTransfer();
     data.items.add(new File([Uint8Array.from(atob(base64), (each) => each.charCodeAt(0))], name, { type: "image/png" }));
     const place = document.querySelector("[aria-label='Drop or paste photos here']");
     place.dispatchEvent(kind === "drop" ? new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: data }) : new ClipboardEvent("paste", { bubbles: true, cancelable: true, clipboardData: data }));`,
    kind,
    name,
    bytes.toString("base64"),
  );

test("photos are dropped and pasted, captioned, and taken away again", async () => {
  for (const kind of ["drop", "paste"] as const) {
    await hand(
      kind,
      `${kind}-photo.png`,
      await sharp({
        create: {
          width: 40,
          height: 30,
          channels: 3,
          background: kind === "drop" ? "#1d5c57" : "#c4502f",
        },
      })
        .png()
        .toBuffer(),
    );
    await driver().wait(
      async () => (await driver().findElements(By.css(`img[alt=${kind}-photo]`))).length === 1,
      PATIENCE_MS,
      `waiting for the photo by ${kind}`,
    );
  }
  await kept();
  for (const name of ["drop-photo", "paste-photo"])
    await click(await driver().findElement(By.css(`[aria-label='Remove the photo ${name}']`)));
  await kept();
  expect(await driver().findElements(By.css("img[alt=drop-photo]"))).toEqual([]);
});

test("a photo is kept without what the camera wrote; what is none is refused", async () => {
  const photo = join(folder(), "back.jpg");
  writeFileSync(
    photo,
    await sharp({ create: { width: 400, height: 300, channels: 3, background: "#1d5c57" } })
      .withExif({ IFD3: { GPSLatitudeRef: "N", GPSLatitude: "51/1 30/1 0/1" } })
      .jpeg()
      .toBuffer(),
  );
  const input = () => driver().findElement(By.css("[data-testid=photo-files]"));
  await (await input()).sendKeys(photo);
  await driver().wait(
    async () => (await driver().findElements(By.css("img[alt=back]"))).length === 1,
    PATIENCE_MS,
    "waiting for the photo",
  );
  await kept();
  const href =
    (await driver().findElement(By.xpath("//a[img[@alt='back']]")).getAttribute("href")) ?? "";
  const stored = await sharp(Buffer.from(await (await fetch(href)).arrayBuffer())).metadata();
  expect(stored).toMatchObject({ width: 400, height: 300, format: "jpeg" });
  expect(stored.exif).toBeUndefined();
  const text = join(folder(), "note.jpg");
  writeFileSync(text, "not a picture");
  await (await input()).sendKeys(text);
  await shows(driver(), "This image cannot be read");
});

test("exported and imported it is the same; another file is refused and adds nothing", async () => {
  const link = (await driver().findElement(By.linkText("Export")).getAttribute("href")) ?? "";
  const exported = await (await fetch(link)).text();
  const before = await driver().getCurrentUrl();
  await driver().get(`${url()}/amplifiers/new`);
  await shows(driver(), "Import a brief or review");
  const wrong = join(folder(), "wrong.json");
  writeFileSync(wrong, '{"format":"other"}');
  await driver().findElement(By.css("[data-testid=brief-file]")).sendKeys(wrong);
  await shows(driver(), "This file is not a Rimebank brief. Nothing was imported.");
  const right = join(folder(), "right.json");
  writeFileSync(right, exported);
  await driver().findElement(By.css("[data-testid=brief-file]")).sendKeys(right);
  await shows(driver(), "45 W per channel into 4 Ω");
  const again = await (
    await fetch((await driver().findElement(By.linkText("Export")).getAttribute("href")) ?? "")
  ).json();
  expect(again).toEqual(JSON.parse(exported));
  await driver().get(before);
});

test("a note is one key away on any stage, and stands in the logbook in its place", async () => {
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, "plan"));
  await shows(driver(), "Standard");
  await pressKey(driver(), "l", "Note for the logbook");
  await press(driver(), "temperature");
  await press(driver(), "Add note");
  await shows(driver(), "Enter degrees Celsius, such as 45.");
  await fill(driver(), ["Note", "Reading"], "48,5");
  await fill(driver(), ["Note", "Where"], "heat sink, left");
  await press(driver(), "Add note");
  await driver().wait(
    async () => !(await pageText(driver())).includes("Note for the logbook"),
    PATIENCE_MS,
    "waiting for the note to be kept",
  );
  await driver().get((await driver().getCurrentUrl()).replace(/[^/]+$/, "log"));
  await shows(driver(), "48.5 °C, heat sink, left");
  await driver().findElement(By.css("[aria-label='Strike out this entry']")).click();
  await driver().wait(
    async () =>
      (await driver().findElements(By.css("[aria-label='Restore this entry']"))).length === 1,
    PATIENCE_MS,
    "waiting for the line to be struck out",
  );
});
