import { RUN_KINDS } from "@/core/run";
import { detailsSchema, NO_SETUP } from "@/records";
import { amplifier, load } from "@/records/testing/run";
import { markup, words } from "../testing/shown";
import { ConnectPanel } from "./ConnectPanel";
import { EngineStatus } from "./EngineStatus";
import { IDLE, type EngineState } from "./engine/engineState";
import { SettingsFields } from "./SettingsFields";
import { held } from "../parts/fields";
import { errorIn, settingTexts } from "./settingsForm";
import { TypedIn } from "./TypedIn";
import { benchJob } from "@/records/testing/job";

const mockEngine: { state: EngineState } & Record<string, unknown> = {
  state: {} as EngineState,
  goOn: () => {},
  resume: () => {},
  discard: () => {},
  cancel: () => {},
};
jest.mock("./engine/BenchEngine", () => ({ useBenchEngine: () => mockEngine }));

const four = {
  ...load,
  id: "four",
  nominalOhms: 4,
  channels: [{ ohms: 4.07, ohmsExpandedUncertainty: 0.02 }],
};

describe("what to connect", () => {
  const connect = (
    kind: Parameters<typeof ConnectPanel>[0]["kind"],
    second: typeof load | null = null,
  ) => words(<ConnectPanel kind={kind} load={load} second={second} channelsDriven={2} />);

  test("the load comes first, the drive last, with the ohms that were measured", () => {
    const text = connect("spectrum");
    expect(text).toContain("Connect the load before power: A 8.210 Ω, B 8.180 Ω.");
    expect(text.indexOf("Connect the load")).toBeLessThan(
      text.indexOf("Turn the drive to minimum, then switch on."),
    );
  });

  test("each kind asks for what it needs", () => {
    expect(connect("noise")).toContain("Short the inputs");
    expect(connect("bridged")).toContain("Neither terminal is ground");
    expect(connect("mains-draw")).toContain("Open nothing.");
    expect(connect("listening-level")).toContain("Protect your hearing.");
    expect(connect("impedance", four)).toContain("Then 4.070 Ω.");
    expect(connect("impedance")).toContain("A second load is missing");
  });
});

describe("settings", () => {
  const fields = RUN_KINDS.noise.fields;
  const texts: Record<string, string> = { ...settingTexts(fields), seconds: "long" };
  test("each has its label and unit, choices their words; what is wrong stands below its field", () => {
    const text = words(
      <SettingsFields
        fields={fields}
        bind={(name) => held(texts[name], () => {})}
        errorOf={(name) => errorIn(fields, texts, name)}
      />,
    );
    expect(text).toContain("Main reading");
    expect(text).toContain("rated output");
    expect(text).toMatch(/Length \? s Enter a number from 0\.5 to 60 s\./);
  });
  test("several forms on one screen have ids of their own", () => {
    const html = markup(
      <SettingsFields
        idPrefix="setting-file-1"
        fields={fields}
        bind={() => held("", () => {})}
        errorOf={() => null}
      />,
    );
    expect(html).toContain('id="setting-file-1-seconds"');
    expect(html).toContain('for="setting-file-1-seconds"');
  });
});

describe("what the bench is at", () => {
  const job = benchJob({ id: "j", kind: "gain", loadId: "l" });
  const idle = IDLE;
  const told = (state: Partial<EngineState>, isPlayingShown = false) => {
    mockEngine.state = { ...idle, ...state };
    return words(<EngineStatus isPlayingShown={isPlayingShown} />);
  };

  test("nothing, when it is at rest", () => expect(told({})).toBe(""));

  test("a run that plays while something else is looked at is a strip, and no strip when it fills the screen", () => {
    const playing = {
      job,
      progress: { stage: "5 W", doneRatio: 0.25, playing: null },
      secondsLeft: 3,
      queue: [job],
    };
    expect(told(playing)).toContain("Level and gain: 5 W");
    expect(told(playing)).toContain("about 3 s left 25 %");
    expect(told(playing, true)).toBe("");
  });

  test("a change by hand is asked for in words while output is at its least", () => {
    const text = told({ pause: "change the load to 4 Ω (4.07)", queue: [job, job] });
    expect(text).toContain("The output is at minimum. Now change the load to 4 Ω (4.07).");
    expect(text).toContain("Then continue with 2 more. Done, continue G");
  });

  test("a run that was interrupted says what it has, and not evidence until it is finished until it is finished", () => {
    const shot = {
      name: "a",
      sha256: "ab".repeat(32),
      fileName: "a.wav",
      fullScaleVolts: 80,
      meters: null,
      events: [],
      trip: null,
    };
    expect(
      told({ interrupted: { job, shots: [], queue: [], startedAt: "", refused: [] } }),
    ).toContain("No recording was completed.");
    expect(
      told({ interrupted: { job, shots: [shot, shot], queue: [job], startedAt: "", refused: [] } }),
    ).toContain(
      "2 recordings are saved, 1 run was to follow. It is incomplete and not evidence until it is finished",
    );
  });

  test("what went wrong is reported with what to do", () => {
    expect(
      told({
        failure: {
          message: "Guard: The load takes 210 W; it is made for 200 W.",
          code: "guard-tripped",
        },
      }),
    ).toContain("The load takes 210 W");
  });
});

describe("readings from a meter", () => {
  const typed = (kind: Parameters<typeof TypedIn>[0]["kind"]) => (
    <TypedIn
      kind={kind}
      amplifier={amplifier}
      loads={[load]}
      details={detailsSchema.getDefault()}
      first={{ channelsDriven: 2, setup: NO_SETUP }}
      voltmeter={null}
      onStored={() => {}}
    />
  );

  test("a channel each, but one for what all share; a run that needs a waveform says so", () => {
    expect(words(typed("clip-search"))).toMatch(/Channel A .* Channel B, if measured/);
    expect(words(typed("listening-level"))).not.toContain("Channel B");
    expect(words(typed("spectrum"))).toContain("This run needs a recording");
  });
});
