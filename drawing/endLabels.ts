/** A place in a drawing. Pixels, y downwards. */
export type Place = { x: number; y: number };

/** A label beside its line: its text begins at `x` and is centred on `y`; a leader joins the two where they stand apart. */
export type EndLabel = Place & { leader: readonly [Place, Place] | null };

/** The column that labels stand in. Pixels. */
export type LabelColumn = { x: number; top: number; bottom: number };

/** Height of a line of text with its spacing, and the mean width of a letter of its bold 14 px. Pixels. */
export const LABEL_LINE_PX = 16;
export const LABEL_LETTER_PX = 7.6;
/** Between the end of a line and its label. */
export const LABEL_GAP_PX = 8;
/** A label this near to its line needs no leader. */
const NEAR_PX = 3;

type Cluster = { members: number[]; centre: number };

/** Heights so close together as lines of text allow, each cluster of labels centred on the ends that it belongs to. */
const spread = (heights: readonly number[], { top, bottom }: LabelColumn): number[] => {
  const half = ({ members }: Cluster) => (members.length * LABEL_LINE_PX) / 2;
  const held = (cluster: Cluster): Cluster => ({
    ...cluster,
    centre: Math.max(top + half(cluster), Math.min(bottom - half(cluster), cluster.centre)),
  });
  const clusters: Cluster[] = [];
  const byHeight = heights.map((_, k) => k).sort((a, b) => heights[a] - heights[b] || a - b);
  for (const k of byHeight) {
    let cluster = held({ members: [k], centre: heights[k] });
    for (;;) {
      const above = clusters.at(-1);
      if (!above || above.centre + half(above) <= cluster.centre - half(cluster)) break;
      clusters.pop();
      const members = [...above.members, ...cluster.members];
      const centre = members.reduce((sum, each) => sum + heights[each], 0) / members.length;
      cluster = held({ members, centre });
    }
    clusters.push(cluster);
  }
  const placed = [...heights];
  for (const cluster of clusters)
    cluster.members.forEach((k, n) => {
      placed[k] = cluster.centre - half(cluster) + (n + 0.5) * LABEL_LINE_PX;
    });
  return placed;
};

/**
 * Labels in a column, each as near as possible to the end of its own line and none over another, with a leader where it had to move.
 * @param ends of the lines, in any order; the labels come in the same order
 */
export const endLabels = (ends: readonly Place[], column: LabelColumn): EndLabel[] => {
  const heights = spread(
    ends.map(({ y }) => y),
    column,
  );
  return ends.map((end, k) => {
    const y = heights[k];
    const isNear = Math.abs(y - end.y) <= NEAR_PX && column.x - end.x <= LABEL_GAP_PX + NEAR_PX;
    return {
      x: column.x,
      y,
      leader: isNear
        ? null
        : [
            { x: end.x + 2, y: end.y },
            { x: column.x - 3, y },
          ],
    };
  });
};

/** Whether labels fit beside the ends of their lines; else they need a legend. */
export const fitsBeside = (
  labels: readonly string[],
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): boolean =>
  columnWidthPx(labels) <= MOST_COLUMN_RATIO * widthPx && labels.length * LABEL_LINE_PX <= heightPx;

/** A wider column would leave too little of the chart. */
const MOST_COLUMN_RATIO = 0.26;

/** The width that the longest label takes, with the gap before it. */
export const columnWidthPx = (labels: readonly string[]): number =>
  LABEL_GAP_PX + LABEL_LETTER_PX * Math.max(0, ...labels.map(({ length }) => length));

/** The sample of a line in a legend, and the space after an entry. */
export const SAMPLE_PX = 26;
const AFTER_ENTRY_PX = 20;

/** Where each entry of a legend begins, in as many rows as it takes. `y` is the middle of its row. */
export const legendPlaces = (
  labels: readonly string[],
  { left, right, top }: { left: number; right: number; top: number },
): Place[] => {
  let x = left,
    row = 0;
  return labels.map((label) => {
    const width = SAMPLE_PX + LABEL_GAP_PX + LABEL_LETTER_PX * label.length;
    if (x > left && x + width > right) {
      x = left;
      row++;
    }
    const place = { x, y: top + (row + 0.5) * LABEL_LINE_PX };
    x += width + AFTER_ENTRY_PX;
    return place;
  });
};
