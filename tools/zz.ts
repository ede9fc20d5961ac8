import { catalog as c } from '../core/catalog/index.js';
for (const n of ['Hollow crunch, short lift','Dead bug, legs only','Plank on a raised surface']) { const d=c.drills.find(d=>d.name===n)!; console.log(d.id,d.excludedBy,Object.keys(d.changedBy)); }
