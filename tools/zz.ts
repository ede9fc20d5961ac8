import { catalog as c } from '../core/catalog/index.js';
for (const f of c.faults) f.mends.forEach((m,i)=>{ if(m.excludedBy) console.log(`${f.id}|${i}|${m.say}|${m.excludedBy}`)});
