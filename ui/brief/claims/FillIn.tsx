"use client";
import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { isOpenCondition, type ReadClaim } from "@/core/claim";
import { formatShort } from "@/core/units";
import type { Given } from "@/records";
import { figureIn } from "../../parts/figureIn";
import { held, QuantityField } from "../../parts/fields";

/** Conditions that a line may leave out: how they are called, their unit, and what one of it is in SI. */
const CONDITIONS: Readonly<Record<string, readonly [label: string, unit: string, scale: number]>> =
  {
    loadOhms: ["Load", "Ω", 1],
    channelsDriven: ["Channels driven", "", 1],
    powerWatts: ["At power", "W", 1],
    referenceWatts: ["Compared with", "W", 1],
    frequencyHz: ["Frequency", "Hz", 1],
    distortionLimitRatio: ["Distortion limit", "%", 0.01],
    downDb: ["Within", "dB", 1],
  };

/** What is counted comes in whole numbers. */
const WHOLE = ["channelsDriven"];

/** Why a text is not a value of a condition; null where it is one. */
const wrongOf = (name: string, value: number | null): string | null => {
  if (value === null || !(value > 0)) return "Enter a number above zero, or leave it empty.";
  return WHOLE.includes(name) && !Number.isInteger(value)
    ? "Enter a whole number of channels."
    : null;
};

/** What a line leaves out, to be filled in by the reviewer: it is distinguished from what is printed. */
export function FillIn({
  claim,
  filledIn,
  onFill,
}: {
  claim: ReadClaim;
  filledIn: Given;
  onFill(conditions: Given): void;
}) {
  const open = Object.keys(CONDITIONS).filter((name) => isOpenCondition(claim, name));
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(
      open.map((name) => [
        name,
        filledIn[name] === undefined ? "" : formatShort(filledIn[name] / CONDITIONS[name][2], 6),
      ]),
    ),
  );
  const change = (name: string, text: string) => {
    setTexts({ ...texts, [name]: text });
    const [, unit, scale] = CONDITIONS[name];
    const value = figureIn(text, unit, scale);
    const { [name]: _, ...others } = filledIn;
    if (text.trim() === "") onFill(others);
    else if (value !== null && wrongOf(name, value) === null) onFill({ ...others, [name]: value });
  };
  if (open.length === 0) return null;
  return (
    <Flex gap={3} mt={1.5} wrap="wrap">
      {open.map((name) => {
        const [label, unit, scale] = CONDITIONS[name];
        const text = texts[name] ?? "";
        return (
          <Box key={name} w="170px">
            <QuantityField
              label={label}
              unit={unit}
              field={held(text, (next) => change(name, next))}
              error={text.trim() === "" ? null : wrongOf(name, figureIn(text, unit, scale))}
            />
          </Box>
        );
      })}
    </Flex>
  );
}
