"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { ShieldCheck, TriangleAlert } from "lucide-react";
import { isConfirmed, unconfirmed, type SafetyCaution } from "@/core/safety";
import { cautionReason, cautionTitle } from "@/phrasing";
import type { Confirmation } from "@/records";
import { CheckField } from "../parts/fields";

export type SafetyGateProps = {
  cautions: readonly SafetyCaution[];
  confirmations: readonly Confirmation[];
  onChange(confirmations: Confirmation[]): void;
};

/** The cautions that fit, each with its reason; the risky ones are confirmed one by one, and every run keeps what was. */
export function SafetyGate({ cautions, confirmations, onChange }: SafetyGateProps) {
  const open = unconfirmed(cautions, confirmations);
  const confirm = (caution: SafetyCaution, isOn: boolean) => {
    const others = confirmations.filter(({ code }) => code !== caution.code);
    onChange(
      isOn
        ? [
            ...others,
            { code: caution.code, title: cautionTitle(caution), at: new Date().toISOString() },
          ]
        : others,
    );
  };
  return (
    <Box
      as="aside"
      aria-label="Safety gate"
      bg={open.length > 0 ? "ochreWash" : "surface"}
      borderWidth="1px"
      borderColor="rime"
      borderLeftWidth="4px"
      borderLeftColor={open.length > 0 ? "ember" : "lichen"}
      borderRadius="6px"
      px={4}
      py={3.5}
    >
      <Heading as="h2" fontSize="19px">
        <HStack gap={2} color={open.length > 0 ? "ember" : "lichen"}>
          {open.length > 0 ? (
            <TriangleAlert size={20} aria-hidden />
          ) : (
            <ShieldCheck size={20} aria-hidden />
          )}
          {open.length > 0
            ? `${open.length} ${open.length === 1 ? "check" : "checks"} to confirm`
            : "All confirmed"}
        </HStack>
      </Heading>
      {cautions.map((caution) => {
        const confirmed = confirmations.find((each) => isConfirmed(caution, [each]));
        return (
          <Box key={caution.code} borderTopWidth="1px" borderColor="rime" mt={2.5} pt={2}>
            <Text fontWeight={700}>{cautionTitle(caution)}</Text>
            <Text fontSize="14px">{cautionReason(caution)}</Text>
            {caution.isRisky && (
              <Flex align="center" gap={3}>
                <CheckField
                  label="Checked"
                  isOn={confirmed !== undefined}
                  onChange={(isOn) => confirm(caution, isOn)}
                />
                {confirmed && (
                  <Text color="muted" fontSize="13px" suppressHydrationWarning>
                    {format(new Date(confirmed.at), "d MMM, HH:mm")}
                  </Text>
                )}
              </Flex>
            )}
          </Box>
        );
      })}
    </Box>
  );
}
