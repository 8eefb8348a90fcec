import { openApiDocument } from '@/formats/api/openapi';
import { handler } from '../../handler';

/** What programs can ask here. */
export const GET = handler(async () => Response.json(openApiDocument()));
