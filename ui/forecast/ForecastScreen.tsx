"use client";
import { Box, Grid, Heading, HStack } from "@chakra-ui/react";
import { ArrowRight } from "lucide-react";
import { useMemo, useState } from "react";
import { forecast, type ForecastCase } from "@/core/forecast";
import {
  amplifierName,
  type Amplifier,
  type StatedPower,
  type Details,
  type ForecastSettings,
  type Load,
} from "@/records";
import { fetched } from "../parts/fetched";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held } from "../parts/fields";
import { EmptyState } from "../parts/EmptyState";
import { KeptMark } from "../parts/KeptMark";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { saveDocument } from "../parts/saves";
import { unrevised } from "../parts/unrevised";
import { useAutosave } from "../parts/useAutosave";
import { useNearView } from "../parts/useNearView";
import { AssumptionFields } from "./AssumptionFields";
import { BiggerSupplyCard } from "./BiggerSupplyCard";
import { ByLoad } from "./ByLoad";
import { CeilingsPanel } from "./CeilingsPanel";
import { Demanded } from "./Demanded";
import {
  assumptionsOf,
  forecastFacts,
  supplyFor,
  ceilingsAt,
  lookedFor,
  type MeasuredSupply,
  onEachSupply,
  type Looked,
} from "@/records/facts";
import { OutlookPanel } from "./OutlookPanel";
import type { PredictedPanelProps } from "./PredictedPanel";

/** The simulated bench is heavy, and this panel lies at the end of the page. */
const PredictedPanel = fetched(() =>
  import("./PredictedPanel").then((part) => part.PredictedPanel),
);

export type ForecastScreenProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  details: Details;
  settings: ForecastSettings;
  /** What runs have shown of its supplies so far. */
  measured: readonly MeasuredSupply[];
};

/** What can be true of a claim, before anything is connected. */
export function ForecastScreen(props: ForecastScreenProps) {
  const { amplifier, claims } = props;
  if (claims.length > 0) return <ClaimsForecast {...props} />;
  return (
    <EmptyState
      title="No claims yet"
      text="The forecast works out whether a claim can be true from the supply's ratings, the rail voltage, the gain and the mains. Enter the claims first."
    >
      <ActionButton tone="primary" asChild>
        <PageLink href={`/amplifiers/${amplifier.id}/brief`}>Enter a claim</PageLink>
      </ActionButton>
    </EmptyState>
  );
}

function ClaimsForecast({
  amplifier,
  claims,
  loads,
  details,
  settings: initial,
  measured,
}: ForecastScreenProps) {
  const [settings, setSettings] = useState(() => unrevised<ForecastSettings>(initial));
  const [claimId, setClaimId] = useState(claims[0].id);
  const [looked, setLooked] = useState<Looked | null>(null);
  // What is typed lives in the fields; after going back they must show what is kept.
  const [undoneCount, setUndoneCount] = useState(0);
  const restore = (before: ForecastSettings) => {
    setSettings(before);
    setUndoneCount(undoneCount + 1);
  };
  const autosave = useAutosave({
    name: `forecast of ${amplifier.id}`,
    value: settings,
    restore,
    revision: initial.revision,
    asDraft: unrevised<ForecastSettings>,
    save: (content, revision) => saveDocument(amplifier.id, "forecast", { ...content, revision }),
  });
  const assumptions = useMemo(() => assumptionsOf(amplifier, settings), [amplifier, settings]);
  const claim = claims.find(({ id }) => id === claimId) ?? claims[0];
  const supply = supplyFor(details, settings.supplyName);
  const facts = forecastFacts(amplifier, details, supply, settings.sourceVoltsRms ?? null);
  const onSupplies = useMemo(
    () => onEachSupply(amplifier, details, settings.sourceVoltsRms ?? null),
    [amplifier, details, settings.sourceVoltsRms],
  );
  const where: ForecastCase = { loadOhms: claim.loadOhms, channelsDriven: claim.channelsDriven };
  const outcome = forecast(facts, assumptions, where);
  const shown = looked ?? lookedFor(where, supply, onSupplies);
  return (
    <Grid templateColumns="minmax(0, 1fr) 318px" gap={4} alignItems="start">
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <OutlookPanel
          claim={claim}
          claims={claims}
          facts={facts}
          assumptions={assumptions}
          where={where}
          onChoose={(id) => {
            setLooked(null);
            setClaimId(id);
          }}
        />
        <CeilingsPanel
          {...ceilingsAt(shown, onSupplies, assumptions, claims)}
          briefHref={`/amplifiers/${amplifier.id}/brief`}
          fileName={`${amplifierName(amplifier)} ceilings`.replace(/\s+/g, "-").toLowerCase()}
        />
        <Panel>
          <ByLoad
            claims={claims}
            loads={loads}
            channelCount={claim.channelsDriven}
            supplies={onSupplies}
            measured={measured}
            assumptions={assumptions}
            looked={shown}
            onLook={setLooked}
          />
        </Panel>
        <PredictedLater
          modelName={settings.modelName ?? null}
          claim={claim}
          loads={loads}
          onChoose={(modelName) => setSettings({ ...settings, modelName })}
        />
        <ActionButton tone="primary" asChild justifySelf="start">
          <PageLink href={`/amplifiers/${amplifier.id}/load`}>
            Next: the load <ArrowRight size={16} />
          </PageLink>
        </ActionButton>
      </Grid>
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <Panel as="form" aria-label="Assumptions" onSubmit={(event) => event.preventDefault()}>
          <HStack justify="space-between" mb={2}>
            <Heading as="h2" fontSize="18px">
              Assumptions
            </Heading>
            <KeptMark {...autosave} />
          </HStack>
          {details.supplies.length > 1 && (
            <ChoiceField
              label="Supply"
              field={held(supply?.name ?? "", (supplyName) => {
                setLooked(null);
                setSettings({ ...settings, supplyName });
              })}
              choices={details.supplies.map(({ name }) => name)}
            />
          )}
          <AssumptionFields
            key={undoneCount}
            settings={settings}
            assumptions={assumptions}
            onChange={setSettings}
          />
        </Panel>
        {outcome.limiter && (
          <Demanded
            watts={Math.min(claim.powerWatts, outcome.limiter.watts)}
            facts={facts}
            assumptions={assumptions}
            where={where}
          />
        )}
        {outcome.limiter && (
          <BiggerSupplyCard facts={facts} assumptions={assumptions} where={where} />
        )}
      </Grid>
    </Grid>
  );
}

/** The prediction by a model, once the reader comes near it. */
function PredictedLater(props: PredictedPanelProps) {
  const [ref, isNear] = useNearView<HTMLDivElement>();
  return (
    <Box ref={ref} minH="120px">
      {isNear && <PredictedPanel {...props} />}
    </Box>
  );
}
