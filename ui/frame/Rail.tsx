"use client";
import { Box, Flex, HStack, Text, VStack } from "@chakra-ui/react";
import { BookOpen, Check, Library, Moon, NotebookPen, Pencil, Sun, Wrench } from "lucide-react";
import { PageLink } from "../parts/PageLink";
import { usePathname, useSearchParams } from "next/navigation";
import { useTheme } from "next-themes";
import { useCallback, useMemo, useState, type ReactNode } from "react";
import { KeyCap } from "../parts/KeyCap";
import { fetchedWhenOpen } from "../parts/fetched";
import { useKeys } from "../parts/keys";
import { useNote } from "../log/NoteProvider";
import { AMPLIFIER_KINDS } from "@/records";
import type { KeyHelpProps } from "./KeyHelp";
import { STAGES, type StageProgress, type StageSlug } from "@/records/facts";

const KeyHelp = fetchedWhenOpen<KeyHelpProps>(() =>
  import("./KeyHelp").then((module) => module.KeyHelp),
);

export type RailAmplifier = { id: string; name: string; line: string; progress: StageProgress };

/** The thread of stages at the left, and how far this amplifier has got along it. */
export function Rail({ amplifier }: { amplifier: RailAmplifier | null }) {
  const path = usePathname();
  const current = amplifier ? (path.split("/")[3] as StageSlug | undefined) : undefined;
  return (
    <Flex
      as="nav"
      aria-label="Stages"
      display={{ base: "flex", _print: "none" }}
      direction="column"
      w="176px"
      minW="176px"
      borderRightWidth="1px"
      borderColor="rime"
      bg="sunken"
      px={4.5}
      py={5}
      minH="100vh"
      position="sticky"
      top={0}
      h="100vh"
    >
      <PageLink href="/">
        <Text fontSize="20px" fontWeight={700} color="spruce" letterSpacing="-0.01em">
          Rimebank
        </Text>
      </PageLink>
      {amplifier && (
        <Box mt={4}>
          <Text fontWeight={700} lineHeight={1.25} overflowWrap="anywhere">
            {amplifier.name}
          </Text>
          <Text fontSize="13px" color="muted" lineHeight={1.35}>
            {amplifier.line}
          </Text>
        </Box>
      )}
      {amplifier && (
        <VStack as="ol" align="stretch" gap={0} mt={4} listStyleType="none" position="relative">
          {STAGES.map(({ slug, label }, index) => (
            <StageLink
              key={slug}
              href={`/amplifiers/${amplifier.id}/${slug}`}
              label={label}
              state={amplifier.progress[slug]}
              isCurrent={slug === current}
              isLast={index === STAGES.length - 1}
            />
          ))}
        </VStack>
      )}
      {amplifier && (
        <Box mt={4} pt={3} borderTopWidth="1px" borderColor="rime">
          <RailLink
            href={`/amplifiers/${amplifier.id}/log`}
            label="Logbook"
            isCurrent={path.endsWith("/log")}
          >
            <NotebookPen size={17} aria-hidden />
          </RailLink>
        </Box>
      )}
      {!amplifier && <ShelfLinks path={path} />}
      <RailFoot hasNote={amplifier !== null} />
    </Flex>
  );
}

/** The shelf by kind, and what all amplifiers share. */
function ShelfLinks({ path }: { path: string }) {
  const kind = useSearchParams().get("kind");
  const isShelf = path === "/";
  return (
    <VStack align="stretch" gap={0} mt={5}>
      <RailLink href="/" label="All amplifiers" isCurrent={isShelf && kind === null}>
        <Library size={17} aria-hidden />
      </RailLink>
      {AMPLIFIER_KINDS.map((each) => (
        <RailLink
          key={each}
          href={`/?kind=${each}`}
          label={each.charAt(0).toUpperCase() + each.slice(1)}
          isCurrent={isShelf && kind === each}
        >
          <Box w="17px" aria-hidden />
        </RailLink>
      ))}
      <Box mt={3} pt={3} borderTopWidth="1px" borderColor="rime">
        <RailLink href="/workshop" label="Workshop" isCurrent={path === "/workshop"}>
          <Wrench size={17} aria-hidden />
        </RailLink>
        <RailLink href="/words" label="Glossary" isCurrent={path === "/words"}>
          <BookOpen size={17} aria-hidden />
        </RailLink>
      </Box>
    </VStack>
  );
}

function RailLink({
  href,
  label,
  isCurrent,
  children,
}: {
  href: string;
  label: string;
  isCurrent: boolean;
  children: ReactNode;
}) {
  return (
    <PageLink href={href} aria-current={isCurrent ? "page" : undefined}>
      <HStack
        gap={3}
        minH="36px"
        fontSize="15px"
        color={isCurrent ? "ink" : "muted"}
        fontWeight={isCurrent ? 700 : 400}
      >
        {children} {label}
      </HStack>
    </PageLink>
  );
}

function StageLink({
  href,
  label,
  state,
  isCurrent,
  isLast,
}: {
  href: string;
  label: string;
  state: StageProgress[StageSlug];
  isCurrent: boolean;
  isLast: boolean;
}) {
  return (
    <Box as="li" position="relative">
      {!isLast && (
        <Box
          position="absolute"
          left="8px"
          top="29px"
          bottom="-13px"
          w="1.5px"
          bg="rime"
          aria-hidden
        />
      )}
      <PageLink href={href} aria-current={isCurrent ? "page" : undefined}>
        <HStack
          gap={3}
          minH="42px"
          fontWeight={isCurrent ? 700 : 400}
          color={isCurrent ? "ink" : "muted"}
          position="relative"
        >
          <StageMark state={state} />
          <Text>{label}</Text>
          {isCurrent && (
            <Box
              position="absolute"
              right="-18px"
              h="30px"
              w="4px"
              bg="spruce"
              borderLeftRadius="2px"
              aria-hidden
            />
          )}
        </HStack>
      </PageLink>
    </Box>
  );
}

function StageMark({ state }: { state: StageProgress[StageSlug] }) {
  const label = { nothing: "not begun", begun: "begun", done: "done" }[state];
  return (
    <Flex
      aria-label={label}
      role="img"
      boxSize="17px"
      borderRadius="full"
      borderWidth="2px"
      borderColor={state === "nothing" ? "rime" : "spruce"}
      bg={state === "done" ? "spruce" : "surface"}
      color="onSpruce"
      align="center"
      justify="center"
      zIndex={1}
    >
      {state === "done" && <Check size={11} strokeWidth={4} />}
      {state === "begun" && <Box boxSize="7px" borderRadius="full" bg="spruce" />}
    </Flex>
  );
}

function RailFoot({ hasNote }: { hasNote: boolean }) {
  const { open } = useNote();
  const [helpOpen, setHelpOpen] = useState(false);
  const { resolvedTheme, setTheme } = useTheme();
  const turn = useCallback(
    () => setTheme(resolvedTheme === "dark" ? "light" : "dark"),
    [resolvedTheme, setTheme],
  );
  useKeys(
    useMemo(
      () => [
        { key: "?", label: "Show the keys", run: () => setHelpOpen(true) },
        { key: "d", label: "Light or dark", run: turn },
      ],
      [turn],
    ),
  );
  return (
    <VStack align="start" gap={1} mt="auto">
      {hasNote && (
        <RailButton onClick={open}>
          <Pencil size={16} /> Note <KeyCap>L</KeyCap>
        </RailButton>
      )}
      {hasNote && (
        <PageLink href="/words">
          <HStack gap={2} fontSize="14px" color="muted" minH="32px">
            <BookOpen size={16} aria-hidden /> Glossary
          </HStack>
        </PageLink>
      )}
      <RailButton onClick={turn}>
        <Box as="span" display={{ base: "inline", _dark: "none" }}>
          <Moon size={16} />
        </Box>
        <Box as="span" display={{ base: "none", _dark: "inline" }}>
          <Sun size={16} />
        </Box>
        Light, dark <KeyCap>D</KeyCap>
      </RailButton>
      <RailButton onClick={() => setHelpOpen(true)}>
        <KeyCap>?</KeyCap> Keys
      </RailButton>
      <KeyHelp open={helpOpen} onClose={() => setHelpOpen(false)} />
    </VStack>
  );
}

function RailButton({ onClick, children }: { onClick(): void; children: ReactNode }) {
  return (
    <button type="button" onClick={onClick}>
      <HStack gap={2} fontSize="14px" color="muted" minH="32px">
        {children}
      </HStack>
    </button>
  );
}
