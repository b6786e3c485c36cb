import { loaded, sweepOf, VINTAGE, PERFECT, onePercentWatts, voltsOf } from "@/bench/simulated/testing/measure";
import { record, type Rig } from "@/bench/simulated";
import { analyseBursts } from "@/core/burst";
const STIFF = { ...VINTAGE, supply: { ...PERFECT.supply, kind: "switched" as const, railVolts: 28 } as Rig["supply"] };
for (const [n,r] of [["v",VINTAGE],["s",STIFF]] as const) for(const o of [4,8]) { const x=sweepOf(loaded(r,o,o),0.8,[true,true]).result; console.log(n,o,onePercentWatts(x), x.channels[0].steps.slice(-8).map(s=>s.powerWatts.toFixed(1)+(s.flattening.present?"F":"")+(100*s.thdRatio).toFixed(2)).join(" "));
 for(const v of [0.6,0.65,0.7,0.75,0.8,0.85,0.9,0.95]) {const { capture } = record(loaded(r,o,o), { stimulus: { kind: "burst", burst: "20-ms", voltsPeak:v }, sampleRateHz: 96_000, drives:[true,true] }, 1);
  const a = analyseBursts(voltsOf(capture)[0], 96_000, { loadOhms:o, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 }); if(a.ok) console.log(v, a.value.burstPowerWatts, a.value.cleanCycleCount, a.value.summary);} }
