import { catalog as c } from '../core/catalog/index.js';
console.log(c.families.length,c.rungs.length,c.faults.length,c.drills.length,c.tests.length,c.causes.length,c.methods.length,c.cautions.length);
