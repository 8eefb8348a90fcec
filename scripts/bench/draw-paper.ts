// Draws one label in a thread of the pool, as the server does; ends with an error where it cannot.
import { closePool } from '@/usecases/pool/lane';
import { runInPool } from '@/usecases/pool/pool';

const label = { number: 'K-1048', words: 'Key 1, Spare', address: 'http://127.0.0.1/tag/1' };
const bytes = await runInPool('drawPaper', {
  paper: { kind: 'labels', labels: [label] },
  look: { size: 'letter', logo: null },
});
await closePool();
if (bytes.byteLength < 1000) throw new Error('the paper is empty');
