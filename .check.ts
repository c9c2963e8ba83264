import { readFileSync } from 'node:fs';
import { readRecording, analyse } from '/work/main/core/src/index.ts';
for (const f of ['sample-plates.c3d','sample-plates-left.csv','sample-mat.npz']) {
  const exp = JSON.parse(readFileSync('/work/shared/vectors/'+f.replace(/\.\w+$/,'.expected.json'),'utf8'));
  const args = exp.args as string[]; const o: any = {};
  for (let i=0;i<args.length;i+=2) o[args[i].slice(2)] = args[i+1].match(/^[\d.]+$/)?Number(args[i+1]):args[i+1];
  const rec = readRecording(readFileSync('/work/shared/vectors/'+f), f);
  const t=performance.now(); const a = analyse(rec, o); console.log(f, (performance.now()-t).toFixed(1),'ms', a.device,a.rate,a.warnings, exp.reference.warnings);
  const r = exp.reference.swings[0], s = a.swings[0];
  if(!s){console.log('NO SWING');continue;}
  console.log('start',s.start-r.start,'end',s.end-r.end);
  for (const p in r.events) { const x=(s.events as any)[p], y=r.events[p]; if(!x||!y){console.log(p,x,y);continue;} if(Math.abs(x.t-y.t)>1e-6||x.source!==y.source||Math.abs(x.u-y.u)>1e-6) console.log(p,x,y); }
  for (const id in r.measures) { const x=s.measures[id], y=r.measures[id]; if(!x){console.log('missing',id);continue;}
    const num=typeof y.value==='number'; const bad = num? !(Math.abs((x.value as number)-y.value)<1e-5*Math.max(1,Math.abs(y.value))) : JSON.stringify(x.value)!==JSON.stringify(y.value);
    if(bad||x.unit!==y.unit||x.basis!==y.basis) console.log(id, x, y);
    else if (y.u!==null && Math.abs(x.u!-y.u)>1e-3*y.u+1e-9) console.log('  u', id, x.u, y.u);
  }
}
