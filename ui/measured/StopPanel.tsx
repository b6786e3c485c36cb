"use client";
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Curve, RunStopReason } from "@/core/run";
import { channelLetter } from "@/core/verdict";
import type { Run } from "@/records";
import { WavePicture } from "../charts/WavePicture";
import { channelLook } from "@/drawing/channelLook";
import { ActionButton } from "../parts/ActionButton";
import { fetched } from "../parts/fetched";
import { unbroken } from "../parts/unbroken";
import { STOP_TITLES } from "@/phrasing";
import type { StopJudgementFormProps } from "./StopJudgementForm";

const StopJudgementForm = fetched<StopJudgementFormProps>(() =>
  import("./StopJudgementForm").then((module) => module.StopJudgementForm),
);

type Stop = { reason: RunStopReason; evidence: string; picture?: Curve | null };

/** Why it stopped, with its evidence, a panel a reason; the reviewer may know better, and says why. */
export function StopPanel({ run, stops }: { run: Run; stops: readonly Stop[] }) {
  const named = stops.map((stop, k) => ({
    ...stop,
    index: run.conditions.channels[k].channelIndex,
  }));
  const isShared = named.every(({ reason }) => reason === named[0].reason);
  return (isShared ? named.slice(0, 1) : named).map((stop) => (
    <OneStop
      key={stop.index}
      run={run}
      stop={stop}
      letter={stops.length > 1 && stop.reason !== "level-reached" ? channelLetter(stop.index) : ""}
      channels={(isShared ? named : [stop]).map(({ index }) => channelLetter(index))}
    />
  ));
}

function OneStop({
  run,
  stop,
  letter,
  channels,
}: {
  run: Run;
  stop: Stop & { index: number };
  letter: string;
  channels: readonly string[];
}) {
  const [isOpen, setOpen] = useState(false);
  const overruled =
    run.remarks.overruled.filter(({ channel }) => channels.includes(channel)).at(-1) ?? null;
  const reason = (overruled?.reason as RunStopReason | undefined) ?? stop.reason;
  return (
    <Box
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor={reason === "level-reached" ? "lichen" : "ochre"}
      borderRadius="6px"
      px={4}
      py={2.5}
      data-testid="stop"
    >
      <Text fontWeight={700}>{STOP_TITLES[reason]}</Text>
      {overruled && (
        <Text fontSize="14px">
          The reviewer’s judgement: {overruled.note}{" "}
          <Text as="span" color="muted">
            From the reading alone: {STOP_TITLES[stop.reason].toLowerCase()}.
          </Text>
        </Text>
      )}
      <Text fontSize="14px" color={overruled ? "muted" : undefined}>
        {letter && `${letter}: `}
        {unbroken(stop.evidence)}
      </Text>
      {stop.picture && (
        <WavePicture
          curve={stop.picture}
          color={channelLook(stop.index).color}
          label={`Evidence: ${stop.picture.label}`}
        />
      )}
      {isOpen ? (
        <StopJudgementForm
          run={run}
          channels={channels}
          suggested={reason}
          onDone={() => setOpen(false)}
        />
      ) : (
        <ActionButton minH="32px" px={2.5} fontSize="13.5px" mt={1.5} onClick={() => setOpen(true)}>
          {overruled ? "Change" : "Correct this"}
        </ActionButton>
      )}
    </Box>
  );
}
