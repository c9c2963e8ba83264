import { pchip } from './core/src/golfer/curves.ts';
import { stance, soleCoordinates, insideSole } from './core/src/golfer/sole.ts';
const st=stance({stature:1.786,mass:60},0.449,[0,0]);
for(let i=-8;i<=8;i++){ const p=[0.0,-0.2245+i*0.008] as const; const c=soleCoordinates(st.trail,...p); console.log(i,c.u.toFixed(3),c.v.toFixed(3),insideSole(st.trail,...p)); }
const O=pchip([[0,0],[0.04,0.45],[0.14,0.68],[0.35,0.66],[0.55,0.82],[0.72,0.95],[0.86,0.82],[0.95,0.5],[1,0]]); for(let u=0;u<=1;u+=.1)console.log(u.toFixed(1),O(u));
