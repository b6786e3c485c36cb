export { ClaimStrip, type ClaimStripProps } from "./ClaimStrip";
