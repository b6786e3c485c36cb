"use client";
import { Box, HStack, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import { amplitudeRatioToDb, formatSignificant } from "@/core/units";
import type { AudioClips } from "@/pipeline/recordingViews";
import type { BenchWorker } from "@/workers/protocol";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, type HeldField } from "../parts/fields";
import { useKeys } from "../parts/keys";
import type { NamedChannel } from "./namedChannel";

type Clip = "output" | "residual";

const PLAYING_TEXTS = {
  output: "Playing the output with the tone.",
  residual: "Playing the residual only.",
} as const;

/** Plays the output, and what the amplifier added to it, equally loud; for headphones, over and over until it is stopped. */
export function Listen({
  worker,
  channels,
}: {
  worker: BenchWorker;
  channels: readonly NamedChannel[];
}) {
  const outputs = useMemo(
    () => channels.map((channel, file) => ({ ...channel, file })).filter(({ index }) => index >= 0),
    [channels],
  );
  const [file, setFile] = useState(outputs[0]?.file ?? 0);
  const [clips, setClips] = useState<AudioClips | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [playing, setPlaying] = useState<Clip | null>(null);
  const audio = useRef<{ context: AudioContext; source: AudioBufferSourceNode | null } | null>(
    null,
  );
  useEffect(() => {
    let isGone = false;
    const input = channels.findIndex(({ index }) => index === -1);
    worker
      .residualSound(file, input < 0 ? null : input)
      .then(
        (outcome) =>
          !isGone &&
          (outcome.ok
            ? setClips(outcome.value)
            : setMessage(`${outcome.finding.where}: ${outcome.finding.advice}`)),
      )
      .catch(() => !isGone && setMessage("The sound could not be made."));
    return () => {
      isGone = true;
    };
  }, [worker, file, channels]);
  useEffect(
    () => () => {
      void audio.current?.context.close();
      audio.current = null;
    },
    [],
  );
  const stop = () => {
    audio.current?.source?.stop();
    if (audio.current) audio.current.source = null;
    setPlaying(null);
  };
  const listenTo = (each: string) => {
    stop();
    setClips(null);
    setFile(Number(each));
  };
  const chosen: HeldField = {
    value: String(file),
    onChange: ({ target }) => listenTo(target.value),
  };
  const play = (clip: Clip) => {
    if (!clips) return;
    stop();
    audio.current ??= { context: new AudioContext(), source: null };
    const { context } = audio.current;
    const samples = clips[clip];
    const buffer = context.createBuffer(1, samples.length, clips.sampleRateHz);
    buffer.copyToChannel(new Float32Array(samples), 0);
    const source = new AudioBufferSourceNode(context, { buffer, loop: true });
    source.connect(context.destination);
    source.start();
    audio.current.source = source;
    setPlaying(clip);
  };
  useKeys(
    useMemo(
      () => [
        {
          key: "1",
          label: "Listen with the tone",
          run: () => document.getElementById("listen-output")?.click(),
        },
        {
          key: "2",
          label: "Listen without the tone",
          run: () => document.getElementById("listen-residual")?.click(),
        },
        {
          key: "0",
          label: "Stop the sound",
          run: () => document.getElementById("listen-stop")?.click(),
        },
      ],
      [],
    ),
  );
  if (message)
    return (
      <Text role="alert" mt={3}>
        {message}
      </Text>
    );
  if (!clips)
    return (
      <Text color="muted" mt={3}>
        Removing the tone…
      </Text>
    );
  const louder = amplitudeRatioToDb(clips.residualGainRatio);
  return (
    <Box mt={4} maxW="640px">
      <Text fontSize="40px" fontWeight={700} lineHeight={1.1} data-testid="residual-level">
        {formatSignificant(amplitudeRatioToDb(clips.residualOverOutputRatio), 3)}{" "}
        <Text as="span" fontSize="18px">
          dB residual
        </Text>
      </Text>
      <Text color="muted" mt={1} mb={3}>
        Both are played at the same loudness: the residual is raised by{" "}
        {formatSignificant(louder, 3)} dB. Clipping sounds like a buzz, mains ripple like a warble,
        noise like a hiss.
      </Text>
      {outputs.length > 1 && (
        <Box w="200px" mb={3}>
          <ChoiceField
            label=""
            ariaLabel="Channel to listen to"
            isSmall
            field={chosen}
            choices={outputs.map(({ file: each, name }) => ({ value: String(each), label: name }))}
          />
        </Box>
      )}
      <HStack gap={2} wrap="wrap">
        <ActionButton
          id="listen-output"
          tone={playing === "output" ? "primary" : "quiet"}
          aria-pressed={playing === "output"}
          hotkey="1"
          onClick={() => play("output")}
        >
          With the tone
        </ActionButton>
        <ActionButton
          id="listen-residual"
          tone={playing === "residual" ? "primary" : "quiet"}
          aria-pressed={playing === "residual"}
          hotkey="2"
          onClick={() => play("residual")}
        >
          Without the tone
        </ActionButton>
        <ActionButton id="listen-stop" hotkey="0" disabled={playing === null} onClick={stop}>
          Stop
        </ActionButton>
      </HStack>
      <Text fontSize="14px" mt={3} role="status">
        {playing === null ? "Stopped. Start with the volume low." : PLAYING_TEXTS[playing]}
      </Text>
    </Box>
  );
}
