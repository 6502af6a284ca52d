/** Films one order into a file: `tsx film-one.ts ORDER-AS-JSON PATH`. Prints the share that is done, a line each. */
import { filmClip, type ClipOrder } from '@stride-chalk/fieldcam';

const [order, path] = process.argv.slice(2);
if (!order || !path) throw new Error('an order and a path are expected');
let told = 0;
await filmClip(JSON.parse(order) as ClipOrder, path, (share) => {
  if (share - told < 0.02) return;
  told = share;
  process.stdout.write(`${share.toFixed(2)}\n`);
});
