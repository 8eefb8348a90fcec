// One row of the bench of blades: worn keys of a keyway decoded with its series and without. Prints one JSON document.
import { bladeFigures, drillKeyways } from '../../tests/support/blade-drill';

const [name, keys] = process.argv.slice(2);
const keyway = drillKeyways().find((one) => one.name === name);
if (!keyway) throw new Error(`the demo world has no keyway ${name}`);
console.log(
  JSON.stringify({
    series: bladeFigures(keyway, Number(keys), true),
    free: bladeFigures(keyway, Number(keys), false),
  }),
);
