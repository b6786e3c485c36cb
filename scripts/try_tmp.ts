import { partOf } from "@/bench/simulated/rig/fields";
import { PLAIN_PARTS, STAGE_FIELDS, SUPPLY_FIELDS, type Rig } from "@/bench/simulated/rig/rig";
import { record } from "@/bench/simulated/record";
import { resistor } from "@/bench/simulated/load/types";
const rig = { name:"x", description:"", ...Object.fromEntries(Object.entries(PLAIN_PARTS).map(([k,f])=>[k,partOf(f as never)])), stage:{kind:"class-ab",...partOf(STAGE_FIELDS["class-ab"])}, supply:{kind:"linear",...partOf(SUPPLY_FIELDS.linear)}, loads:[resistor(8.2)], connection:"separate", faults:[] } as unknown as Rig;
const req={stimulus:{kind:"level-sweep" as const,frequencyHz:1000,firstVoltsPeak:0.06,lastVoltsPeak:1.9,stepCount:40,stepSeconds:0.1},sampleRateHz:192000,drives:[true,true]};
for(let k=0;k<10;k++){const t=performance.now();record(rig,req,1);const d=(performance.now()-t)/1000;console.log("x real time",(4/d).toFixed(1));}
const v=new Float64Array(768000).fill(0.1);let best=1e9;for(let k=0;k<10;k++){const t=performance.now();let s=0;for(let n=0;n<v.length;n++)s=s*0.999+v[n];best=Math.min(best,performance.now()-t);}console.log("plain",best,"ms");
