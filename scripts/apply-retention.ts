// `npm run retention`: destroys the keys to secrets and removes personal data whose periods are over. The server does the
// same every hour.
import { database } from '@/usecases/database';
import { applyRetention } from '@/usecases/secrets/retention';

const { destroyed, blanked } = await applyRetention();
await database().end();
console.log(`kilnsman: secrets of ${destroyed} jobs destroyed, personal data of ${blanked} jobs removed`);
