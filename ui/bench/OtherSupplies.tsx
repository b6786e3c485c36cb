import { Text } from "@chakra-ui/react";
import { formatSignificant } from "@/core/units";
import type { Details, Run } from "@/records";
import { supplyDifferences, type MeasuredSupply } from "@/records/facts";

/** What the same run gave on the amplifier's other supplies, where it was made on them. */
export function OtherSupplies({
  run,
  supplies,
  labels,
}: {
  run: Pick<Run, "id">;
  supplies: readonly MeasuredSupply[];
  labels: Details["supplies"];
}) {
  const own = supplies.find(({ outputs }) => outputs.some(({ runId }) => runId === run.id));
  const output = own?.outputs.find(({ runId }) => runId === run.id);
  if (!own || !output) return null;
  const differences = supplies
    .filter((other) => other !== own)
    .flatMap((other) => supplyDifferences([own, other], labels))
    .filter(
      ({ nominalOhms, channelsDriven }) =>
        nominalOhms === output.nominalOhms && channelsDriven === output.channelsDriven,
    );
  if (differences.length === 0) return null;
  return (
    <Text fontSize="14.5px" mt={2} data-testid="other-supplies">
      With {own.name}{" "}
      {differences.map(({ name, watts, isAtLeast, audibility: { db, words } }, k) => (
        <span key={name}>
          {k > 0 && "; "}
          {formatSignificant(output.watts, 3)} W at 1 %, with <b>{name}</b>{" "}
          {isAtLeast && "at least "}
          {formatSignificant(watts, 3)} W: {db < 0 ? "−" : "+"}
          {formatSignificant(Math.abs(db), 2)} dB, {words}
        </span>
      ))}
      .
    </Text>
  );
}
