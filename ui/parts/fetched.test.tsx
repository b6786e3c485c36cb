/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Component, useState, type ComponentType, type ReactNode } from "react";
import { provided } from "../testing/provided";
import { fetched, fetchedOver, fetchedWhenOpen } from "./fetched";

type Asked = { open: boolean; onClose(): void };
const Part = ({ open }: Asked) => <p>{open ? "here and open" : "here and closed"}</p>;

/** What comes when it is asked for: nothing as often as said, the part after that. */
const refused = (times: number) => {
  const source = { asked: 0 };
  return {
    source,
    fetch: () =>
      ++source.asked > times ? Promise.resolve(Part) : Promise.reject(new Error("no connection")),
  };
};

/** A page with something on it that may be lost, and a button that opens and closes the part. */
function Page({
  part: Shown,
  isAlwaysThere,
}: {
  part: ComponentType<Asked>;
  isAlwaysThere?: true;
}) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <input aria-label="Remark" />
      <button onClick={() => setOpen(!isOpen)}>the button</button>
      {(isOpen || isAlwaysThere) && <Shown open={isOpen} onClose={() => setOpen(false)} />}
    </>
  );
}
const press = (name: string) => userEvent.click(screen.getByRole("button", { name }));

// React tells the console of what a boundary caught.
beforeEach(() => void jest.spyOn(console, "error").mockImplementation(() => {}));
afterEach(() => jest.restoreAllMocks());

type Way = {
  way: string;
  make(fetch: () => Promise<ComponentType<Asked>>): ComponentType<Asked>;
  isAlwaysThere?: true;
};
const OVER: Way[] = [
  { way: "over the page", make: fetchedOver },
  { way: "with a focus to hand back", make: fetchedWhenOpen, isAlwaysThere: true },
];

test.each<Way>([{ way: "in its place", make: fetched }, ...OVER])(
  "what does not come leaves the page as it is, with words; asked again it comes: $way",
  async ({ make, isAlwaysThere }) => {
    const { source, fetch } = refused(2);
    render(provided(<Page part={make(fetch)} isAlwaysThere={isAlwaysThere} />));
    await userEvent.type(screen.getByLabelText("Remark"), "hum at low level");
    await press("the button");
    expect((await screen.findByRole("alert")).textContent).toContain("does not respond");
    await press("Try again");
    expect(await screen.findByRole("alert")).toBeTruthy();
    expect(source.asked).toBe(2);
    await press("Try again");
    expect(await screen.findByText("here and open")).toBeTruthy();
    expect(screen.queryByRole("alert")).toBeNull();
    expect(screen.getByLabelText<HTMLInputElement>("Remark").value).toBe("hum at low level");
  },
);

test.each(OVER)(
  "closed after it did not come, it is asked for at the next opening: $way",
  async ({ make, isAlwaysThere }) => {
    const { source, fetch } = refused(1);
    render(provided(<Page part={make(fetch)} isAlwaysThere={isAlwaysThere} />));
    await press("the button");
    await screen.findByRole("alert");
    await press("Close");
    expect(screen.queryByRole("alert")).toBeNull();
    expect(source.asked).toBe(1);
    await press("the button");
    expect(await screen.findByText("here and open")).toBeTruthy();
    expect(source.asked).toBe(2);
  },
);

test("what the framework was to send with the page, and could not, is asked for by itself at the next try", async () => {
  const { source, fetch } = refused(0);
  const Unsent = () => {
    throw Object.assign(new Error("chunk 7"), { name: "ChunkLoadError" });
  };
  render(provided(<Page part={fetched<Asked>(fetch, Unsent)} />));
  await press("the button");
  await screen.findByRole("alert");
  expect(source.asked).toBe(0);
  await press("Try again");
  expect(await screen.findByText("here and open")).toBeTruthy();
});

test("nothing is fetched before it is open; then once, and it stays to close by itself", async () => {
  const { source, fetch } = refused(0);
  render(provided(<Page part={fetchedWhenOpen<Asked>(fetch)} isAlwaysThere />));
  expect(source.asked).toBe(0);
  await press("the button");
  expect(await screen.findByText("here and open")).toBeTruthy();
  await press("the button");
  expect(screen.getByText("here and closed")).toBeTruthy();
  await press("the button");
  expect(screen.getByText("here and open")).toBeTruthy();
  expect(source.asked).toBe(1);
});

test("what has come and fails as it is shown is for the page to tell, not taken for a server that is gone", async () => {
  const Broken = fetched<Asked>(() =>
    Promise.resolve(() => {
      throw new Error("broken as it is shown");
    }),
  );
  render(
    provided(
      <Outer>
        <Page part={Broken} />
      </Outer>,
    ),
  );
  await press("the button");
  expect(await screen.findByText("the page tells: broken as it is shown")).toBeTruthy();
  expect(screen.queryByText(/does not answer/)).toBeNull();
});

class Outer extends Component<{ children: ReactNode }, { message: string | null }> {
  state = { message: null };
  static getDerivedStateFromError = ({ message }: Error) => ({ message });
  render() {
    return this.state.message ? <p>the page tells: {this.state.message}</p> : this.props.children;
  }
}
