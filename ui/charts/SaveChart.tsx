"use client";
import { HStack } from "@chakra-ui/react";
import { Download } from "lucide-react";
import type { RefObject } from "react";
import { ActionButton } from "../parts/ActionButton";
import { savePng, saveSvg } from "./chartFiles";

const STYLE = { minH: "36px", px: 3, fontSize: "13.5px" } as const;

/** Saves the chart beside it as a picture. */
export function SaveChart({ svg, name }: { svg: RefObject<SVGSVGElement | null>; name: string }) {
  return (
    <HStack gap={1.5}>
      <Download size={16} aria-label="Save" />
      <ActionButton {...STYLE} onClick={() => svg.current && saveSvg(svg.current, name)}>
        SVG
      </ActionButton>
      <ActionButton {...STYLE} onClick={() => svg.current && void savePng(svg.current, name)}>
        PNG
      </ActionButton>
    </HStack>
  );
}
