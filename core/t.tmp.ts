import { solve } from './src/circuit/index.ts';
const els:any[]=[{id:'BAT',kind:'battery',pins:['b+','gnd'],volts:12.6,ohms:.015}];
for(let k=0;k<12;k++){ els.push({id:'F'+k,kind:'fuse',pins:['b+','f'+k],amps:10},{id:'W'+k,kind:'wire',pins:['f'+k,'w'+k],ohms:.03},{id:'C'+k,kind:'contact',pins:['w'+k,'l'+k],ohms:.005},{id:'L'+k,kind:'lamp',pins:['l'+k,'g'+k],volts:12,watts:21},{id:'G'+k,kind:'ground',pins:['g'+k,'gnd'],ohms:.01}); }
const t=[]; for(let i=0;i<2000;i++){const a=performance.now(); solve({circuit:{elements:els}} as any); t.push(performance.now()-a);} t.sort((a,b)=>a-b); console.log(els.length,t[1000]);
try { const {check}=await import('./src/refusal/index.ts'); const {solveRequest}=await import('./src/circuit/index.ts'); check(solveRequest,{circuit:{elements:[{id:'a',kind:'zork',pins:['a','b']}]}}) } catch(e:any){console.log(e.message)}
