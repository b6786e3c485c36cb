const INLINED = [
  "fill",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "font-family",
  "font-size",
  "font-weight",
  "opacity",
  "paint-order",
  "text-anchor",
];

/** A copy of a drawing that stands on its own: computed colours and fonts written into it. */
const standalone = (svg: SVGSVGElement): SVGSVGElement => {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const originals = [svg, ...svg.querySelectorAll("*")];
  [copy, ...copy.querySelectorAll("*")].forEach((element, index) => {
    const style = getComputedStyle(originals[index]);
    element.setAttribute(
      "style",
      INLINED.map((name) => `${name}:${style.getPropertyValue(name)}`).join(";"),
    );
  });
  copy.querySelectorAll("[data-transient]").forEach((element) => element.remove());
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  return copy;
};

/** Offers a file to the reviewer. */
export const offerFile = (content: Blob, fileName: string): void => {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(content);
  link.download = fileName;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
};

/** Saves a chart as an SVG file. */
export const saveSvg = (svg: SVGSVGElement, name: string): void =>
  offerFile(
    new Blob([new XMLSerializer().serializeToString(standalone(svg))], { type: "image/svg+xml" }),
    `${name}.svg`,
  );

/** Saves a chart as a PNG file at twice its size on screen, on the paper it lies on. */
export const savePng = async (svg: SVGSVGElement, name: string): Promise<void> => {
  const { width, height } = svg.getBoundingClientRect();
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(new XMLSerializer().serializeToString(standalone(svg)))}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = 2 * width;
  canvas.height = 2 * height;
  const context = canvas.getContext("2d");
  if (!context) return;
  context.fillStyle = getComputedStyle(document.body).backgroundColor;
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  canvas.toBlob((blob) => blob && offerFile(blob, `${name}.png`), "image/png");
};
