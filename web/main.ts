/**
 * The application starts in steps, so that no one of them holds a slow phone up: schemas and catalogue, then the rest, then the page.
 * The scripts of all of them are on their way already (see `startScripts` in the build's configuration).
 */
import './styles/main.css';
import { askForWhatIsBehind, opensMoreThanTheDoor } from './known-device.js';
import { nextTask } from './next-task.js';

if (opensMoreThanTheDoor()) askForWhatIsBehind();

const STEPS: (() => Promise<unknown>)[] = [
  () => import('./first-schemas.js'),
  () => import('../core/formats/catalog.js'),
  () => import('../core/formats/observation.js'),
  () => import('../api/observations.js'),
  () => import('../api/routes.js'),
  () => import('./data/catalogue.js'),
];
void (async () => {
  for (const step of STEPS) {
    await step();
    await nextTask();
  }
  const { start } = await import('./start.js');
  await nextTask();
  await start();
})();
