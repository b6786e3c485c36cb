import { channelLetter } from "./channelLetter";

test("channels are lettered from A", () =>
  expect([0, 1, 25].map(channelLetter)).toEqual(["A", "B", "Z"]));
