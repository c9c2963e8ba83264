import { simulate } from './core/src/golfer/index.ts';
import { analyse, analyseInDepth } from './core/src/index.ts';
const s=simulate({device:'mat',seed:4}); const a=analyseInDepth(s.recording); console.log(s.build, a.warnings, a.swings.length, a.ground.mat!.told?.outlines);
const m=s.recording.mat!; const c=a.ground.mat!.cells; for(let r=m.rows-1;r>=0;r--) console.log(Array.from({length:m.cols},(_,q)=>c.loaded[r*m.cols+q]?(a.ground.mat!.told?.owner[r*m.cols+q]?'t':'L'):'.').join(''));
const fr=m.frames, N=m.rows*m.cols; let worst=0,wk=0; for(let k=0;k<m.time.length;k++){ for(let i=0;i<N;i++){ if((i%80)<40 && fr[k*N+i]>worst){worst=fr[k*N+i];wk=k;} } }
console.log('worst trail',worst,'frame',wk,'of',m.time.length, s.motion.plans[0].times);
const mo=s.motion; const kk=wk*10; console.log('trail cop',mo.feet.trail.x[kk],mo.feet.trail.y[kk],mo.feet.trail.fz[kk], mo.soles.trail);
for(const K of [50, wk]) {console.log('frame',K); for(let r=m.rows-1;r>=0;r-=1) console.log(Array.from({length:40},(_,q)=>String(fr[K*N+r*80+q]).padStart(4)).slice(8,30).join(''));}
