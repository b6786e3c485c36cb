import { drawbackText, loadWarningText } from ".";

test.each([
  [drawbackText({ code: "overload" }), "a part would exceed its overload rating"],
  [drawbackText({ code: "duration", seconds: 12.3 }), "can be driven for 12 s only"],
  [
    drawbackText({ code: "resistance", own: -0.021, best: 0.004 }),
    "2.1 % off the wanted resistance, not 0.4 %",
  ],
  [drawbackText({ code: "parts", own: 4, best: 1 }), "4 parts to wire instead of 1"],
  [drawbackText({ code: "temperature", own: 214, best: 96 }), "reaches 214 °C, not 96 °C"],
  [
    loadWarningText({
      code: "overloaded-part",
      name: "R3",
      watts: 40,
      ratedWatts: 17.5,
      isWireWound: false,
    }),
    "R3 dissipates 40.0 W and is rated 17.5 W as mounted: after that time it may fail open without warning, and the amplifier then drives no load.",
  ],
  [
    loadWarningText({ code: "duration", allowedSeconds: 9.1, wantedSeconds: 60 }),
    "Run it for 9.1 s at most, not 60 s.",
  ],
])("%s", (text, expected) => expect(text).toBe(expected));
