import { Box, HStack, Text } from "@chakra-ui/react";
import { ArrowLeftRight, Pin, PinOff } from "lucide-react";
import { PageLink } from "../parts/PageLink";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/run";
import { channelLetter } from "@/core/verdict";
import { MOST_MEMBERS, type ComparisonMember, type ComparisonSet, type Run } from "@/records";
import type { ShownComparison, ShownMember } from "@/records/facts";
import { channelLook } from "@/drawing/channelLook";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held } from "../parts/fields";
import { Remove } from "../parts/Remove";
import { AddMember, type OwnRuns } from "./AddMember";
import { memberText } from "./memberText";

/** Which runs are compared, each with its look, its conditions and the run that it stands for now. */
export function Members({
  set,
  shown,
  own,
  onChange,
}: {
  set: ComparisonSet;
  shown: ShownComparison | null;
  own: OwnRuns;
  onChange(set: ComparisonSet): void;
}) {
  const shownOf = (id: string) => shown?.members.find(({ member }) => member.id === id) ?? null;
  const change = (to: ComparisonMember) =>
    onChange({ ...set, members: set.members.map((each) => (each.id === to.id ? to : each)) });
  const drawnKinds = RUN_KIND_NAMES.filter((name) => RUN_KINDS[name].charts.length > 0);
  return (
    <Box mt={3}>
      <ChoiceField
        label="Kind of run"
        field={held(set.kind, (kind) =>
          onChange({
            ...set,
            kind: kind as RunKind,
            chart: "",
            meetAt: null,
            // The same amplifiers under the same conditions; a run of another kind cannot be kept to.
            members: set.members.map((member) => ({ ...member, runId: null })),
          }),
        )}
        choices={drawnKinds.map((name) => ({ value: name, label: RUN_KINDS[name].title }))}
      />
      <Box as="ol" listStyleType="none" mt={3} aria-label="Compared">
        {set.members.map((member, k) => (
          <Member
            key={member.id}
            member={member}
            shown={shownOf(member.id)}
            index={k}
            onChange={change}
            onRemove={() =>
              onChange({ ...set, members: set.members.filter(({ id }) => id !== member.id) })
            }
          />
        ))}
      </Box>
      {set.members.length > 1 && (
        <ActionButton
          minH="34px"
          fontSize="13.5px"
          mt={1}
          mb={2}
          onClick={() => {
            const [a, b] = set.members;
            const [first, second] = [set.first || a.id, set.second || b.id];
            onChange({ ...set, first: second, second: first });
          }}
        >
          <ArrowLeftRight size={14} /> Swap
        </ActionButton>
      )}
      {set.members.length > 2 && <PairChoice set={set} shown={shown} onChange={onChange} />}
      {set.members.length < MOST_MEMBERS && (
        <AddMember
          kind={set.kind}
          own={own}
          onAdd={(member) => onChange({ ...set, members: [...set.members, member] })}
        />
      )}
    </Box>
  );
}

function Member({
  member,
  shown,
  index,
  onChange,
  onRemove,
}: {
  member: ComparisonMember;
  shown: ShownMember | null;
  index: number;
  onChange(member: ComparisonMember): void;
  onRemove(): void;
}) {
  const run = shown?.run ?? null;
  return (
    <Box
      as="li"
      borderLeftWidth="5px"
      borderLeftColor={channelLook(index).color}
      borderLeftStyle={index % 2 === 0 ? "solid" : "dashed"}
      pl={2.5}
      py={1}
      mb={2}
    >
      <HStack justify="space-between" align="start" gap={1}>
        <Text fontWeight={700} fontSize="15px" lineHeight={1.25}>
          {shown ? (shown.name ?? "no longer on the shelf") : "…"}
        </Text>
        <Remove label={`Take ${shown?.name ?? "this"} out`} onClick={onRemove} />
      </HStack>
      <Text fontSize="13.5px" color="muted">
        {memberText(member)}
      </Text>
      {shown && !run && (
        <Text fontSize="13.5px" color="ochre">
          No run matches these conditions any more.
        </Text>
      )}
      {run && <RunOf member={member} run={run} onChange={onChange} />}
    </Box>
  );
}

/** The run that a member stands for, which may be kept to, and the channel of it that is drawn. */
function RunOf({
  member,
  run,
  onChange,
}: {
  member: ComparisonMember;
  run: Run;
  onChange(member: ComparisonMember): void;
}) {
  const { channels } = run.conditions;
  const pinWords = member.runId ? "Follow the newest run" : "Pin this run";
  return (
    <HStack gap={2} fontSize="13.5px" mt={0.5} wrap="wrap">
      <PageLink
        href={`/amplifiers/${member.amplifierId}/bench?run=${run.id}`}
        style={{ textDecoration: "underline" }}
      >
        {member.runId ? "pinned" : "newest"}: {run.takenAt.slice(0, 10)}
      </PageLink>
      <button
        type="button"
        aria-label={pinWords}
        title={pinWords}
        onClick={() => onChange({ ...member, runId: member.runId ? null : run.id })}
      >
        {member.runId ? <PinOff size={15} /> : <Pin size={15} />}
      </button>
      {channels.length > 1 && (
        <HStack gap={1} role="group" aria-label="Channel">
          {channels.map(({ channelIndex }, k) => (
            <button
              key={channelIndex}
              type="button"
              aria-pressed={member.channel === k}
              style={{
                fontWeight: member.channel === k ? 700 : 400,
                textDecoration: member.channel === k ? "underline" : "none",
                padding: "0 5px",
              }}
              onClick={() => onChange({ ...member, channel: k })}
            >
              {channelLetter(channelIndex)}
            </button>
          ))}
        </HStack>
      )}
    </HStack>
  );
}

/** With more than two, which of them are distinguished. */
function PairChoice({
  set,
  shown,
  onChange,
}: {
  set: ComparisonSet;
  shown: ShownComparison | null;
  onChange(set: ComparisonSet): void;
}) {
  const choices = set.members.map((member) => {
    const name = shown?.members.find((each) => each.member.id === member.id)?.name ?? "";
    return { value: member.id, label: `${name}, ${memberText(member)}` };
  });
  return (
    <Box mb={2}>
      <ChoiceField
        label="Difference between"
        field={held(set.first || set.members[0].id, (first) => onChange({ ...set, first }))}
        choices={choices}
      />
      <ChoiceField
        label="over"
        field={held(set.second || set.members[1].id, (second) => onChange({ ...set, second }))}
        choices={choices}
      />
    </Box>
  );
}
