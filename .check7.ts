import { simulate, SIMULATED_FAULTS } from './core/src/golfer/index.ts';
import { analyse, judgeSwing, patternOf, PATTERNS } from './core/src/index.ts';
const N=Number(process.argv[2]??6);
for (const device of ['plates','mat','mat-plates','boards'] as const) for (const fault of ['none',...Object.keys(SIMULATED_FAULTS)]) { const tally:Record<string,number>={}; const fit:number[]=[];
 for (const strength of (fault==='none'?['-']:['medium','strong'])) { const t:Record<string,number>={};
 for(let seed=1;seed<=N;seed++){ const club=fault==='none'&&seed%2?'driver':undefined; const s=simulate({device,seed:seed+100,fault:fault==='none'?undefined:fault,strength:strength==='-'?undefined:strength as any,club, clubChannels: !process.argv[3]}); const a=analyse(s.recording); const sw=a.swings[0]; if(!sw||a.swings.length!==1){t['swings'+a.swings.length]=(t['swings'+a.swings.length]??0)+1;continue;}
  const j=judgeSwing(sw,{device,club:s.recording.stated.club!,pattern:PATTERNS[0],statureGiven:true}); fit.push(j.comparison.fit!); const m=j.findings.find(f=>f.main)?.fault??'ok'; t[m]=(t[m]??0)+1; if(process.argv[4]&&fault==='none'){ const bad=j.comparison.bands.filter(b=>b.word==='outside'); if(bad.length) console.log('   outside',s.recording.stated.club,bad.map(b=>b.measure+'='+(b.value as number)?.toFixed?.(2)).join(' ')); if(m!=='ok') console.log('   ',j.findings.map(f=>f.fault+':'+f.strength.toFixed(2)+f.evidence.map(e=>' '+e.measures+'='+e.value?.toFixed(2)+'/'+e.limit)).join('; ')); }
 } tally[strength]=t as any; }
 console.log(device,fault,JSON.stringify(tally),'fit',(fit.reduce((a,b)=>a+b,0)/fit.length).toFixed(2)); }
