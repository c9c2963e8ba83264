import { simulate } from './core/src/golfer/index.ts';
import { analyse } from './core/src/index.ts';
const ids=['share.lead.address','onset.lead.ms','press.gain','load.trail.max','load.trail.max.phase','recentre.share','cross.ms','cross.p7.ms','share.lead.p4','share.lead.p6','share.lead.p7','share.lead.p9','share.lead.p10','foot.lead.fwd.address','foot.trail.fwd.address','foot.trail.fwd.p3','foot.lead.fwd.p3','foot.lead.fwd.p5','foot.lead.fwd.p7','foot.trail.fwd.p7','foot.lead.heel.ms','path.angle.back','path.angle.down','path.shape','path.straightness.back','path.length.back','force.target.peak','force.target.peak.phase','force.away.peak','torque.turn.back','torque.turn.back.phase','torque.turn.zero.phase','torque.turn.peak','torque.turn.peak.ms','force.up.min','force.up.peak','force.up.peak.ms','force.up.lead.peak','foreaft.ratio','foreaft.lead.peak','foreaft.trail.peak','sequence.order','mass.back','mass.back.phase','mass.p4','mass.p7','mass.speed.p7','mass.split.max','drive.tilt','drive.pitch','tempo.ratio','balance.settle','trail.contact.p7'];
const dev=process.argv[2] as any ?? 'plates', fault=process.argv[3]==='none'?undefined:process.argv[3];
const rows:any={};
for(let seed=1;seed<=6;seed++){ const t=performance.now(); const s=simulate({device:dev,seed,fault,club:process.argv[4] as any}); const t1=performance.now(); const a=analyse(s.recording); const t2=performance.now();
 if(seed===6) console.log('sim',t1-t,'analyse',t2-t1,a.warnings,'swings',a.swings.length, a.swings[0]?.events);
 const m=a.swings[0]?.measures; for(const id of ids){ (rows[id]??=[]).push(m? (typeof m[id].value==='number'?(m[id].value as number).toFixed(2):String(m[id].value)):'-'); } }
for(const id of ids) console.log(id.padEnd(26),rows[id].map((x:string)=>x.padStart(9)).join(''));
