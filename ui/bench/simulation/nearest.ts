import type { CatalogueName } from "@/bench/catalogue";
import type { Amplifier } from "@/records";

/** The one in the catalogue that is nearest to what stands on the bench. */
export const NEAREST: Record<Amplifier["kind"], CatalogueName> = {
  home: "home-class-ab",
  vintage: "vintage-class-ab",
  mini: "mini-bridge-brick",
};
