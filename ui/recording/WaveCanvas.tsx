"use client";
import { Box, HStack, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Overview } from "@/workers/recordingViews";
import type { BenchWorker } from "@/workers/protocol";
import { formatEngineering } from "@/core/units";
import { channelLook, cssColor } from "../charts/channelLook";
import { useSize } from "../charts/useSize";
import { ActionButton } from "../parts/ActionButton";
import type { RecordingFacts } from "./useRecording";
import { heldView, moved, zoomed, type View } from "./view";

export type WaveCanvasProps = { worker: BenchWorker; facts: RecordingFacts; /** Where each channel of the file belongs; an input of the amplifier has none. */ channelIndices: readonly number[]; names: readonly string[]; onView?(view: View): void };

const HEIGHT = { bottom: 22 };
const RESTS_MS = 150;
/** Pixels of the canvas for each of the page. */
const density = (): number => Math.min(2, window.devicePixelRatio || 1);

/** The waveform of a recording of any length: zoomed by wheel or + and −, moved by dragging or the arrow keys. Thinned in a worker, drawn a frame at a time. */
export function WaveCanvas({ worker, facts, channelIndices, names, onView }: WaveCanvasProps) {
  const [frameRef, { widthPx, heightPx }] = useSize<HTMLDivElement>({ widthPx: 700, heightPx: 300 });
  const canvas = useRef<HTMLCanvasElement>(null);
  const [view, setView] = useState<View>({ fromSeconds: 0, seconds: facts.seconds });
  const [overview, setOverview] = useState<{ view: View; data: Overview } | null>(null);
  const wanted = useRef<View | null>(null);
  const isBusy = useRef(false);
  const change = (next: View) => setView(heldView(next, facts.seconds, facts.sampleRateHz));

  // Only the last view asked for is thinned; those between are skipped, so that dragging never falls behind.
  useEffect(() => {
    wanted.current = view;
    if (isBusy.current || widthPx < 10) return;
    isBusy.current = true;
    const follow = async () => {
      while (wanted.current) {
        const asked: View = wanted.current;
        wanted.current = null;
        const data = await worker.overview({ ...asked, columns: Math.round(widthPx) });
        setOverview({ view: asked, data });
      }
      isBusy.current = false;
    };
    follow().catch(() => (isBusy.current = false));
  }, [view, widthPx, worker]);

  // Whoever follows the view has more to do than a frame allows; it is told once the view rests.
  useEffect(() => {
    const timer = setTimeout(() => onView?.(view), RESTS_MS);
    return () => clearTimeout(timer);
  }, [view, onView]);

  const colors = useMemo(() => channelIndices.map((index) => (index < 0 ? "muted" : channelLook(index).color)), [channelIndices]);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || !overview) return;
    const frame = requestAnimationFrame(() => draw(context, overview.data, colors, widthPx, heightPx));
    return () => cancelAnimationFrame(frame);
  }, [overview, colors, widthPx, heightPx]);

  // React listens to wheels passively; zooming must keep the page from scrolling.
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      setView((known) => heldView(zoomed(known, event.deltaY > 0 ? 1.25 : 0.8, event.offsetX / widthPx), facts.seconds, facts.sampleRateHz));
    };
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  }, [widthPx, facts]);

  const onPointerMove = (event: PointerEvent) => {
    if (event.buttons === 1) change(moved(view, -event.movementX / widthPx));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const next = { ArrowLeft: moved(view, -0.2), ArrowRight: moved(view, 0.2), "+": zoomed(view, 0.5, 0.5), "=": zoomed(view, 0.5, 0.5), "-": zoomed(view, 2, 0.5), Home: { fromSeconds: 0, seconds: facts.seconds } }[event.key];
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    change(next);
  };
  const peak = overview ? Math.max(...overview.data.channels.map(({ low, high }) => Math.max(high.reduce((most, each) => Math.max(most, each), 0), -low.reduce((least, each) => Math.min(least, each), 0)))) : 0;
  return (
    <>
      <HStack justify="space-between" mt={2} wrap="wrap">
        <Text fontSize="14px" color="muted">
          {seconds(view.fromSeconds)} to {seconds(view.fromSeconds + view.seconds)} of {seconds(facts.seconds)}; peak here <b>{formatEngineering(peak, 3)} V</b>
        </Text>
        <HStack gap={1.5}>
          <ActionButton minH="34px" px={3} fontSize="13.5px" hotkey="−" onClick={() => change(zoomed(view, 2, 0.5))}>Wider</ActionButton>
          <ActionButton minH="34px" px={3} fontSize="13.5px" hotkey="+" onClick={() => change(zoomed(view, 0.5, 0.5))}>Closer</ActionButton>
          <ActionButton minH="34px" px={3} fontSize="13.5px" onClick={() => change({ fromSeconds: 0, seconds: facts.seconds })}>All of it</ActionButton>
        </HStack>
      </HStack>
      <Box ref={frameRef} flex={1} minH="220px" minW={0} position="relative" mt={1}>
        <canvas ref={canvas} data-testid="wave" tabIndex={0} role="img" aria-label={`Waveform, ${names.join(", ")}. Plus and minus zoom, arrow keys move.`} width={density() * widthPx} height={density() * heightPx} style={{ position: "absolute", inset: 0, width: widthPx, height: heightPx, cursor: "grab", touchAction: "none" }} onPointerMove={onPointerMove} onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)} onKeyDown={onKeyDown} />
      </Box>
    </>
  );
}

const seconds = (value: number): string => `${value < 1 ? `${Number((1000 * value).toPrecision(4))} ms` : `${Number(value.toPrecision(5))} s`}`;

/** A column a pixel: from its lowest to its highest sample, one lane a channel. */
const draw = (context: CanvasRenderingContext2D, { channels }: Overview, colors: readonly string[], widthPx: number, heightPx: number): void => {
  context.setTransform(density(), 0, 0, density(), 0, 0);
  context.clearRect(0, 0, widthPx, heightPx);
  const style = getComputedStyle(context.canvas);
  const laneHeight = (heightPx - HEIGHT.bottom) / channels.length;
  channels.forEach(({ low, high }, channel) => {
    const peak = Math.max(1e-12, high.reduce((most, each) => Math.max(most, each), 0), -low.reduce((least, each) => Math.min(least, each), 0));
    const middle = laneHeight * (channel + 0.5), scale = (0.46 * laneHeight) / peak;
    context.strokeStyle = style.getPropertyValue("--chakra-colors-rime") || cssColor("rime");
    context.beginPath();
    context.moveTo(0, middle);
    context.lineTo(widthPx, middle);
    context.stroke();
    context.strokeStyle = style.getPropertyValue(`--chakra-colors-${colors[channel] ?? "ink"}`) || "currentColor";
    context.lineWidth = 1;
    context.beginPath();
    const width = widthPx / low.length;
    for (let column = 0; column < low.length; column++) {
      const x = (column + 0.5) * width;
      // Each column reaches back to the one before, so that a thin line has no gaps.
      const from = column > 0 ? Math.min(high[column - 1], Math.max(low[column - 1], low[column])) : low[column];
      context.moveTo(x, middle - scale * Math.min(low[column], from));
      context.lineTo(x, middle - scale * Math.max(high[column], from) - 0.6);
    }
    context.stroke();
    context.lineWidth = 1;
  });
};
