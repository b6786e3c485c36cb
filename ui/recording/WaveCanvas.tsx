"use client";
import { Box, HStack, Text } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { envelopeColumns, type EnvelopeColumns, type EnvelopePyramid } from "@/core/signal";
import { formatWithUnit } from "@/core/units";
import type { RecordingFacts } from "@/pipeline/recordingViews";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "../charts/cssColor";
import { useSize } from "../charts/useSize";
import { ActionButton } from "../parts/ActionButton";
import { heldView, moved, zoomed, type View } from "./view";

export type WaveCanvasProps = {
  facts: RecordingFacts;
  pyramids: readonly EnvelopePyramid[];
  /** Where each channel of the file belongs; an input of the amplifier has none. */ channelIndices: readonly number[];
  names: readonly string[];
  onView?(view: View): void;
};

const HEIGHT = { bottom: 22 };
const RESTS_MS = 150;
/** Height of a level line. */
const LINE_PX = 1.4;
/** Pixels of the canvas for each of the page. */
const density = (): number => Math.min(2, window.devicePixelRatio || 1);

/** The waveform of a recording of any length: zoomed by wheel or + and −, moved by dragging or the arrow keys. What is seen is thinned and redrawn each frame. */
export function WaveCanvas({ facts, pyramids, channelIndices, names, onView }: WaveCanvasProps) {
  const [frameRef, { widthPx, heightPx }] = useSize<HTMLDivElement>({
    widthPx: 700,
    heightPx: 300,
  });
  const canvas = useRef<HTMLCanvasElement>(null);
  const [view, setView] = useState<View>({ fromSeconds: 0, seconds: facts.seconds });
  const change = (next: View) => setView(heldView(next, facts.seconds, facts.sampleRateHz));

  const channels = useMemo(
    () =>
      pyramids.map((pyramid) =>
        envelopeColumns(
          pyramid,
          Math.round(view.fromSeconds * facts.sampleRateHz),
          Math.round(view.seconds * facts.sampleRateHz),
          Math.max(1, widthPx),
        ),
      ),
    [pyramids, view, facts, widthPx],
  );

  // Whoever follows the view has more to do than a frame allows; it is called once the view rests.
  useEffect(() => {
    const timer = setTimeout(() => onView?.(view), RESTS_MS);
    return () => clearTimeout(timer);
  }, [view, onView]);

  const colors = useMemo(
    () => channelIndices.map((index) => (index < 0 ? "muted" : channelLook(index).color)),
    [channelIndices],
  );
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const frame = requestAnimationFrame(() =>
      draw(context, channels, colors, { widthPx, heightPx }),
    );
    return () => cancelAnimationFrame(frame);
  }, [channels, colors, widthPx, heightPx]);

  // React listens to wheels passively; zooming must keep the page from scrolling.
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      setView((known) =>
        heldView(
          zoomed(known, event.deltaY > 0 ? 1.25 : 0.8, event.offsetX / widthPx),
          facts.seconds,
          facts.sampleRateHz,
        ),
      );
    };
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  }, [widthPx, facts]);

  const onPointerMove = (event: PointerEvent) => {
    if (event.buttons === 1) change(moved(view, -event.movementX / widthPx));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const next = {
      ArrowLeft: moved(view, -0.2),
      ArrowRight: moved(view, 0.2),
      "+": zoomed(view, 0.5, 0.5),
      "=": zoomed(view, 0.5, 0.5),
      "-": zoomed(view, 2, 0.5),
      Home: { fromSeconds: 0, seconds: facts.seconds },
    }[event.key];
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    change(next);
  };
  return (
    <>
      <HStack justify="space-between" mt={2} wrap="wrap">
        <Text fontSize="14px" color="muted">
          {seconds(view.fromSeconds)} to {seconds(view.fromSeconds + view.seconds)} of{" "}
          {seconds(facts.seconds)}
        </Text>
        <HStack gap={1.5}>
          <ActionButton
            minH="34px"
            px={3}
            fontSize="13.5px"
            hotkey="−"
            onClick={() => change(zoomed(view, 2, 0.5))}
          >
            Zoom out
          </ActionButton>
          <ActionButton
            minH="34px"
            px={3}
            fontSize="13.5px"
            hotkey="+"
            onClick={() => change(zoomed(view, 0.5, 0.5))}
          >
            Zoom in
          </ActionButton>
          <ActionButton
            minH="34px"
            px={3}
            fontSize="13.5px"
            onClick={() => change({ fromSeconds: 0, seconds: facts.seconds })}
          >
            Show all
          </ActionButton>
        </HStack>
      </HStack>
      <Box ref={frameRef} flex={1} minH="220px" minW={0} position="relative" mt={1}>
        {channels.map((columns, k) => (
          <Text
            key={k}
            position="absolute"
            left="8px"
            top={`calc(${(100 * k) / channels.length}% + 6px)`}
            zIndex={1}
            bg="surface"
            borderRadius="4px"
            px={1.5}
            fontSize="13px"
            fontWeight={700}
            color={channelIndices[k] < 0 ? "muted" : channelLook(channelIndices[k]).color}
            pointerEvents="none"
          >
            {names[k]}, up to {formatWithUnit(peakOf(columns), "V")}
          </Text>
        ))}
        {scaleLinear([view.fromSeconds, view.fromSeconds + view.seconds], [0, widthPx])
          .ticks(6)
          .map((tick) => (
            // A style of its own each frame: a class for every place would be slow.
            <span
              key={tick}
              style={{
                position: "absolute",
                bottom: 0,
                left: `${(100 * (tick - view.fromSeconds)) / view.seconds}%`,
                transform: `translateX(${(-100 * (tick - view.fromSeconds)) / view.seconds}%)`,
                fontSize: "13px",
                color: cssColor("muted"),
                whiteSpace: "nowrap",
                pointerEvents: "none",
              }}
            >
              {seconds(tick)}
            </span>
          ))}
        <canvas
          ref={canvas}
          data-testid="wave"
          tabIndex={0}
          role="img"
          aria-label={`Waveform, ${names.join(", ")}. Plus and minus zoom, arrow keys move.`}
          width={density() * widthPx}
          height={density() * heightPx}
          style={{
            position: "absolute",
            inset: 0,
            width: widthPx,
            height: heightPx,
            cursor: "grab",
            touchAction: "none",
          }}
          onPointerMove={onPointerMove}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onKeyDown={onKeyDown}
        />
      </Box>
    </>
  );
}

const seconds = (value: number): string =>
  `${value < 1 ? `${Number((1000 * value).toPrecision(4))} ms` : `${Number(value.toPrecision(5))} s`}`;

const peakOf = ({ low, high }: EnvelopeColumns): number =>
  Math.max(
    high.reduce((most, each) => Math.max(most, each), 0),
    -low.reduce((least, each) => Math.min(least, each), 0),
  );

/** A column a pixel: from its lowest to its highest sample, one lane a channel. */
const draw = (
  context: CanvasRenderingContext2D,
  channels: readonly EnvelopeColumns[],
  colors: readonly string[],
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): void => {
  context.setTransform(density(), 0, 0, density(), 0, 0);
  context.clearRect(0, 0, widthPx, heightPx);
  const style = getComputedStyle(context.canvas);
  const ink = (token: string): string =>
    style.getPropertyValue(`--chakra-colors-${token}`) || "currentColor";
  const laneHeight = (heightPx - HEIGHT.bottom) / channels.length;
  channels.forEach((columns, channel) => {
    const { low, high } = columns;
    const middle = laneHeight * (channel + 0.5),
      scale = (0.46 * laneHeight) / Math.max(1e-12, peakOf(columns));
    context.fillStyle = ink("rime");
    context.fillRect(0, middle, widthPx, 1);
    context.fillStyle = ink(colors[channel] ?? "ink");
    const width = widthPx / low.length;
    for (let column = 0; column < low.length; column++) {
      // Each column reaches back to the one before, so that a thin line has no gaps.
      const top = column > 0 ? Math.max(high[column], low[column - 1]) : high[column];
      const bottom = column > 0 ? Math.min(low[column], high[column - 1]) : low[column];
      context.fillRect(
        column * width,
        middle - scale * top - LINE_PX / 2,
        width,
        scale * (top - bottom) + LINE_PX,
      );
    }
  });
};
