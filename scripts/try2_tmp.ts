import { EXAMPLE_RIGS, record, onLoads } from "@/bench/simulated";
import { analysePowerSweep, powerAtDistortion, powerAtClipOnset } from "@/core/sweep";
import { decodeChannel, readWavLayout } from "@/core/wav";
const pick=process.argv[2];
for(const [name,rig0] of Object.entries(EXAMPLE_RIGS)) for(const ohms of [8,4]) { if(pick && !name.includes(pick)) continue;
const rig=onLoads(rig0,[ohms,ohms]);
const req={stimulus:{kind:"level-sweep" as const,frequencyHz:1000,firstVoltsPeak:0.06,lastVoltsPeak:2*1.414,stepCount:40,stepSeconds:0.1},sampleRateHz:192000,drives:[true,true]};
const t=performance.now();
const {capture,log}=record(rig,req,1);const d=(performance.now()-t)/1000;
const l=readWavLayout(capture.wav); if(!l.ok) throw 1;
const ch=[0,1].map(i=>decodeChannel(capture.wav,l.value,i,capture.fullScaleVolts));
const r=analysePowerSweep(ch,192000,{channels:ch.map(()=>({loadOhms:ohms,loadOhmsStdUncertainty:0,voltsStdUncertaintyRatio:0})),band:{lowHz:20,highHz:20000},mainsHz:50});
if(!r.ok){console.log(name,ohms,r.finding);continue;}
const c=r.value.channels; 
const one=c[0].steps.reduce((b,s)=>Math.abs(s.powerWatts-1)<Math.abs(b.powerWatts-1)?s:b);
const p=(k:number)=>{const x=powerAtDistortion(c[k].steps,0.01,"thd");return x.status==="never-below"?"never":x.powerWatts.toFixed(1)+(x.status==="reached"?"":">")};
console.log(name,ohms,"x"+(4/d).toFixed(1),"1%:",p(0),p(1),"@1W thd%",(100*one.thdRatio).toFixed(4),"max",Math.max(...c[0].steps.map(s=>s.powerWatts)).toFixed(1),c[0].stop.reason,"|",c[0].stop.evidence,"| rail diss",log.end.dissipatedWatts.toFixed(0),"mains",log.end.mains.watts.toFixed(0),log.end.mains.amperesRms.toFixed(2),"Tj",log.end.temperatures.junctionCelsius.toFixed(0),JSON.stringify(log.events.slice(0,3)));
}
