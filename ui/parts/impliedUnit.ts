/** Appends a unit to text that names none, so that "0.5" in a percent field is read as 0.5 %. */
export const impliedUnit =
  (unit: string) =>
  (text: string): string =>
    /^[\s\d.,+\-−eE]*\d[\s\d.,]*$/.test(text) ? `${text} ${unit}` : text;
