import { LIGHT } from "./ink";

const { paper, ink, muted, rime, sunken, spruce, ember, ochre, lichen } = LIGHT;

/** How a page looks on a screen and on paper: nothing is cut across two pages, and each page has its number. */
export const PAGE_STYLE = `
*{box-sizing:border-box}
html{-webkit-print-color-adjust:exact;print-color-adjust:exact}
body{margin:0;background:${paper};color:${ink};font:16px/1.5 'Atkinson Hyperlegible Next',sans-serif;font-variant-numeric:tabular-nums slashed-zero}
main{max-width:760px;margin:0 auto;padding:40px 20px 64px}
h1{font-size:34px;line-height:1.15;margin:0;letter-spacing:-.01em}
h2{font-size:21px;margin:38px 0 8px;break-after:avoid}
p{margin:8px 0}
.sub,.foot,figcaption,.note{color:${muted};font-size:14px}
.sub{margin:6px 0 0}
a{color:inherit;text-decoration-color:${rime};text-underline-offset:3px}
sup a{color:${muted};text-decoration:none;font-size:12px;padding-left:2px}
table{border-collapse:collapse;width:100%;font-size:14.5px;margin:10px 0}
th,td{text-align:left;vertical-align:top;padding:7px 10px 7px 0;border-bottom:1px solid ${rime}}
th{color:${muted};font-weight:500;font-size:13px}
table,tr,figure,.big,p{break-inside:avoid}
.runs{break-inside:auto}
p{orphans:3;widows:3}
thead{display:table-header-group}
.good{color:${lichen};font-weight:700}.bad{color:${ember};font-weight:700}.open{color:${ochre};font-weight:700}
.nowrap{white-space:nowrap}
td:nth-child(2):not(:last-child){min-width:118px}
.big{border-left:5px solid ${spruce};padding:2px 0 2px 16px;margin:14px 0}
.big .label{color:${muted};font-size:14px}
.big .value{font-size:46px;line-height:1.1;font-weight:800}
.big .unit{font-size:22px;font-weight:700}.big .pm{font-size:18px;color:${muted}}
figure{margin:16px 0}
figure svg,figure img{display:block;width:100%;height:auto}
figure img{border-radius:6px}
.read{position:relative}
.tip{position:absolute;pointer-events:none;background:${ink};color:${paper};font-size:13px;padding:4px 8px;border-radius:5px;white-space:pre;transform:translate(-50%,-120%);display:none;z-index:1}
.runs{font-size:12.5px}.runs td{padding:5px 8px 5px 0}.runs code{font-size:11px;word-break:break-all;color:${muted}}
.foot{margin-top:28px;border-top:1px solid ${rime};padding-top:10px}
.empty{background:${sunken};border:1px dashed ${rime};border-radius:6px;padding:8px 12px;color:${muted};font-size:14px}
@page{size:A4;margin:17mm 15mm 20mm;@bottom-right{content:counter(page) " / " counter(pages);font:11px 'Atkinson Hyperlegible Next',sans-serif;color:${muted}}}
@media print{figure svg{max-height:72mm}figure img{max-height:88mm;width:auto;max-width:100%}main{max-width:none;padding:0}.tip{display:none!important}a{text-decoration:none}}
`;

/** Answers to the pointer: the nearest point of any curve, in words. */
export const PAGE_SCRIPT = `
for(const box of document.querySelectorAll('.read')){
const curves=JSON.parse(box.querySelector('script').textContent),svg=box.querySelector('svg'),tip=box.querySelector('.tip');
svg.addEventListener('pointermove',e=>{
const r=svg.getBoundingClientRect(),k=svg.viewBox.baseVal.width/r.width,x=(e.clientX-r.left)*k,y=(e.clientY-r.top)*k;
let best=null,least=1e9;
for(const c of curves)for(const p of c.points){const d=(p[0]-x)**2+((p[1]-y)/3)**2;if(d<least){least=d;best=[c,p]}}
if(!best)return;
tip.style.display='block';tip.style.left=best[1][0]/k+'px';tip.style.top=best[1][1]/k+'px';
tip.textContent=best[0].label+'\\n'+best[1][2]+': '+best[1][3]});
svg.addEventListener('pointerleave',()=>{tip.style.display='none'})}
`;
