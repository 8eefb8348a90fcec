import { Validator } from '@seriousme/openapi-schema-validator';
import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { v7 as uuid } from 'uuid';
import { listNames } from '@/core/catalogue/lists/lists';
import { emptyCall } from '../support/calls';
import { expect, signIn, test } from './support';

// A change must name its origin, as a browser does by itself.
test.use({ extraHTTPHeaders: { origin: process.env.E2E_ADDRESS ?? '' } });

// biome-ignore lint/suspicious/noExplicitAny: a document of the outside, read by its paths
let document: any;
test.beforeAll(async ({ request }) => {
  document = await (await request.get('/api/v1/openapi.json')).json();
});
const ajv = new Ajv2020({ strict: false, allErrors: true });
addFormats.default(ajv);

const known = new Map<string, ValidateFunction>();

/** The schema of a request or an answer, as the document has it. */
function validatorOf(
  path: string,
  method: string,
  part: string,
  type = 'application/json',
): ValidateFunction {
  const key = [path, method, part, type].join(' ');
  const found = known.get(key);
  if (found) return found;
  const operation = document.paths[path]?.[method];
  const schema =
    part === 'request'
      ? operation?.requestBody?.content[type]?.schema
      : operation?.responses?.[part]?.content[type]?.schema;
  if (!schema) throw new Error(`the document has no ${key}`);
  const validate = ajv.compile({ ...schema, components: document.components });
  known.set(key, validate);
  return validate;
}

function expectValid(validate: ValidateFunction, value: unknown): void {
  validate(value);
  expect(validate.errors ?? []).toEqual([]);
}

test('the OpenAPI document is one', async () => {
  const checked = await new Validator().validate(structuredClone(document));
  expect(checked.errors ?? []).toEqual([]);
  expect(checked.valid).toBe(true);
});

test('nobody is answered who is not signed in', async ({ request }) => {
  for (const [method, path] of [
    ['post', '/vin'],
    ['post', '/identify'],
    ['post', '/candidates'],
    ['post', '/routes'],
    ['post', '/quote'],
    ['post', '/blade/decode'],
    ['post', '/blade/search'],
    ['post', '/blade/gauge'],
    ['post', '/blade/progression'],
    ['post', '/pellet'],
    ['post', '/benchcar/step'],
    ['post', '/benchcar/traces'],
    ['get', `/benchcar/traces/${uuid()}`],
    ['post', '/jobs/1001/cutting-list'],
    ['get', '/quotes/2001'],
    ['get', '/quotes/2001/pdf'],
    ['get', '/jobs/1001/sheet'],
    ['post', '/jobs/1001/labels'],
    ['get', `/suppliers/${uuid()}/prices`],
    ['post', `/suppliers/${uuid()}/prices`],
    ['post', '/key-count'],
    ['post', `/jobs/1001/secrets/${uuid()}`],
    ['get', '/jobs'],
    ['post', '/jobs'],
    ['get', '/jobs/1001'],
    ['post', '/calls'],
    ['get', '/works'],
    ['post', '/jobs/1001/works'],
    ['get', '/stock'],
    ['post', '/stock'],
    ['post', '/jobs/1001/events'],
    ['get', '/lists'],
    ['get', '/lists/chips'],
    ['get', '/library'],
    ['post', `/imports/${uuid()}?list=chips`],
    ['get', `/imports/${uuid()}`],
    ['delete', `/imports/${uuid()}`],
    ['post', `/imports/${uuid()}/store`],
  ] as const) {
    const answer = await request[method](`/api/v1${path}`, method === 'get' ? {} : { data: {} });
    expect(answer.status(), `${method} ${path}`).toBe(401);
    expect(answer.headers()['content-type']).toContain('application/problem+json');
  }
});

test('every answer is as the document says', async ({ page }) => {
  await signIn(page);
  const { request } = page;
  const call = async (path: string, body: object, status = '200') => {
    expectValid(validatorOf(path, 'post', 'request'), body);
    const ask = () => request.post(`/api/v1${path}`, { data: body });
    let answer = await ask();
    // A program that is told to come back does so.
    for (let left = 5; left > 0 && answer.status() === 503; left -= 1) {
      await new Promise((resolve) =>
        setTimeout(resolve, 1000 * Number(answer.headers()['retry-after'] ?? 2)),
      );
      answer = await ask();
    }
    expect(answer.status(), await answer.text()).toBe(Number(status));
    const value = await answer.json();
    expectValid(validatorOf(path, 'post', status), value);
    return value;
  };
  const get = async (path: string, address = path) => {
    const answer = await request.get(`/api/v1${address}`);
    expect(answer.status()).toBe(200);
    const value = await answer.json();
    expectValid(validatorOf(path, 'get', '200'), value);
    return value;
  };

  const vin = await call('/vin', { vin: '0hvmd42k4kh0127b4', other: '?????????KH012734' });
  expect(vin.repairs[0].vin).toBe('0HVMD42K4KH012734');
  await call('/vin', { vin: '' });
  await call('/vin', { vin: '??V', market: 'Meres', vehicleClass: 'lorry' });

  const asked = await call('/identify', { line: 'merowdale 2019 push' });
  expect(asked.read.model).toBe('Merrowdale');
  expect(asked.next.kind).toBe('ask');
  const settled = await call('/identify', {
    make: 'Halvorn',
    model: 'Merrowdale',
    year: 2008,
    ignition: 'turn',
    given: [{ kind: 'chipMark', answer: 'seen', value: 'two dots at the foot of the blade' }],
    certainty: 0.99,
  });
  expect(settled.contradiction.explanations.length).toBeGreaterThan(0);
  await call('/identify', { line: '' });
  const ranked = await call('/candidates', { line: 'merowdale 2019 push' });
  expect(ranked.candidates.map(({ id }: { id: string }) => id)).toEqual(
    asked.candidates.map(({ id }: { id: string }) => id),
  );

  const decoded = await call('/blade/decode', {
    keyway: 'Fieldfare 10',
    unit: 'mm',
    faces: [{ readings: [0, 0.26, 0.52, null, 0.75, 1.02, 0.78, 0.5, 0.27, 0.05] }],
  });
  expect(decoded.ranked[0].bitting).toHaveLength(10);
  expect(decoded.residuals[0][3]).toBeNull();
  await call('/blade/decode', {
    blade: {
      rows: [{ spaces: [200, 300, 400], depths: [0, 20, 40] }],
      macs: null,
      stop: 'tip',
      flat: 30,
      angle: 90,
    },
    unit: 'thousandths',
    faces: [{ readings: [1, 21, 39] }, { readings: [0, 20, null] }],
    series: ['123', '3-2-1'],
  });
  // A series of the largest size arrives, and is answered.
  const many = Array.from({ length: 20_000 }, (_, at) =>
    Array.from({ length: 10 }, (_space, space) => 1 + (Math.floor(at / 6 ** (space % 6)) % 6)),
  );
  const wide = {
    rows: [{ spaces: many[0]?.map((_, space) => 3 + 2 * space), depths: [0, 0.3, 0.6, 0.9, 1.2, 1.5] }],
  };
  const large = await call('/blade/decode', {
    blade: { ...wide, macs: null, stop: 'tip' },
    unit: 'mm',
    faces: [{ readings: many[7]?.map((depth) => 0.3 * (depth - 1)) }],
    series: many.map((bitting) => bitting.join('')),
  });
  expect(large.ranked[0].bitting).toEqual(many[7]);
  const searched = await call('/blade/search', {
    keyway: 'Fieldfare 10',
    wanted: ['1', '2/3', ...Array(8).fill('')],
  });
  expect(searched.codes).toBeNull();
  expect(searched.fits).toBeLessThan(searched.of);

  const setup = {
    seed: 'one',
    ignition: 'push',
    knownKeys: 1,
    lostKeys: 0,
    blankKeys: 1,
    facts: {},
    faults: ['doorAjar'],
    byChance: false,
  };
  const wakes = { kind: 'frame', frame: { id: 0x7e0, data: [2, 0x10, 3, 0, 0, 0, 0, 0] } };
  const stepped = await call('/benchcar/step', {
    platform: 'Heddle 3',
    setup,
    inputs: [
      { atUs: 1000, input: wakes },
      { atUs: 20_000, input: { kind: 'part', part: 'rearDoor', to: 'shut' } },
      { atUs: 30_000, input: { kind: 'move', tag: 2, to: 'pocket' } },
    ],
    untilUs: 6_000_000,
  });
  expect(stepped.outputs).toEqual([
    { kind: 'frame', atUs: 7000, id: 0x7e8, data: [6, 0x50, 3, 0, 0x32, 1, 0xf4, 0] },
  ]);
  expect(stepped.keys.map(({ place, known }: { place: string; known: boolean }) => [place, known])).toEqual([
    ['outside', true],
    ['pocket', false],
  ]);
  const refused = await request.post('/api/v1/benchcar/step', {
    data: { platform: 'Heddle 3', setup: { ...setup, ignition: 'turn' }, inputs: [] },
  });
  expect([refused.status(), (await refused.json()).errors]).toEqual([
    409,
    [{ field: 'setup.ignition', message: 'Cars of this platform have: push.' }],
  ]);
  const unordered = await request.post('/api/v1/benchcar/step', {
    data: {
      platform: 'Heddle 3',
      setup,
      inputs: [
        { atUs: 5, input: wakes },
        { atUs: 4, input: wakes },
      ],
    },
  });
  expect((await unordered.json()).errors).toEqual([
    { field: 'inputs.1.atUs', message: 'Inputs come in the order of their time.' },
  ]);

  const pellet = await call('/pellet', {
    platform: 'Bobbin',
    meter: 'Van meter',
    year: 1991,
    profile: 'edge, one side',
    faces: [{ readings: ['8.2', '8k3', 'OL'] }, { readings: ['8.2 Ω'] }],
  });
  expect(pellet.slips).toEqual([{ face: 1, reading: 0, maybeOhms: 8200 }]);
  await call('/pellet', {
    ladder: {
      tolerancePercent: 5,
      steps: [
        { step: 1, ohms: 330 },
        { step: 2, ohms: 680 },
      ],
    },
    whole: { accuracyPercent: 0.5, accuracyDigits: 2, counts: 6000, ranges: [600, 6000], leadOhms: 0.2 },
    range: 6000,
    faces: [{ readings: ['684'] }],
  });

  const quoted = await call('/quote', {
    line: 'merowdale 2019 push lost both quarry end',
    book: 'timeAndParts',
  });
  const twin = await call('/quote', {
    line: 'merowdale 2019 push lost both quarry end',
    book: 'timeAndParts',
  });
  expect({ ...twin, meta: null }).toEqual({ ...quoted, meta: null });
  expect(quoted.options).toHaveLength(12);
  await call('/quote', { make: 'Fenholt', model: 'Dapplemere', year: 2016, why: 'spare', wanted: 5 });
  await call('/quote', { line: 'dapplemere 2016 worn buttons', place: 'Millrace', coupon: 'NEIGHBOUR' });

  const counted = await call('/key-count', {
    keys: [{ presence: 'here' }, { presence: 'here', copyOf: 1 }, { presence: 'lost', known: 'yes' }],
    known: 3,
    maximum: 8,
    minimum: 1,
    wanted: 1,
  });
  expect(counted).toMatchObject({ presentKnown: 1, lostLive: 1, unaccounted: { low: 2, high: 2 } });
  await call('/key-count', { keys: [], known: 'cannotSay', maximum: 4, minimum: 2, wanted: 0 });
  const routed = await call('/routes', {
    platform: 'Heddle 2',
    keys: [{ presence: 'lost' }],
    known: 'notRead',
    wanted: 1,
    make: 'Halvorn',
    market: 'Meres',
    stolen: true,
  });
  expect(routed.advised.route).toBe('bench');
  expect(routed.order.steps.map(({ route }: { route: string }) => route)).toEqual(['bench', 'dealer']);
  await call('/routes', { platform: 'Plainwork', keys: [], known: 'notRead', wanted: 0, network: false });
  await call('/routes', {
    platform: 'Heddle 1',
    keys: [{ presence: 'here', faults: ['flatCell'] }],
    known: 2,
    wanted: 2,
    built: '2012-05',
    van: 'Wherry',
  });

  const { jobs } = await get('/jobs', '/jobs?q=merrowdale');
  await get('/jobs/{number}', `/jobs/${jobs[0].number}`);
  const opened = await call(
    '/jobs',
    {
      ...emptyCall,
      line: 'merrowdale 2019',
      year: 2019,
      carWords: 'Merrowdale',
      why: 'lost',
      lost: 1,
      wanted: 1,
    },
    '201',
  );

  const job = await get('/jobs/{number}', `/jobs/${opened.number}`);
  expect(job).toMatchObject({ why: 'lost', car: { carWords: 'Merrowdale', year: 2019 } });

  const { lists } = await get('/lists');
  expect(lists).toHaveLength(listNames.length);
  await get('/library');
  // Holding the whole library against its schema takes longer than the server keeps a silent connection.
  const schema = await request.get('/api/v1/schemas/chips', { maxRetries: 2 });
  expect(schema.headers()['content-type']).toContain('application/schema+json');

  // A list out, and in again under an id of our own.
  const csv = await (await request.get('/api/v1/lists/chips')).text();
  const id = uuid();
  const read = await request.post(`/api/v1/imports/${id}?list=chips&name=chips.csv`, {
    data: csv.replace('a notch at the foot of the blade', 'a notch at the foot'),
    headers: { 'content-type': 'text/csv' },
  });
  expect(read.status()).toBe(201);
  const preview = await read.json();
  expectValid(validatorOf('/imports/{id}', 'post', '201'), preview);
  expect(preview.preview.lists).toEqual([{ list: 'chips', rows: 14, added: 0, changed: 1, left: 13 }]);
  await get('/imports/{id}', `/imports/${id}`);
  const dropped = await request.delete(`/api/v1/imports/${id}`);
  expectValid(validatorOf('/imports/{id}', 'delete', '200'), await dropped.json());
  const late = await request.post(`/api/v1/imports/${id}/store`, { data: {} });
  expect(late.status()).toBe(409);

  const again = uuid();
  await request.post(`/api/v1/imports/${again}?list=chips&name=chips.csv`, {
    data: csv,
    headers: { 'content-type': 'text/csv' },
  });
  const stored = await request.post(`/api/v1/imports/${again}/store`, { data: {} });
  expectValid(validatorOf('/imports/{id}/store', 'post', '200'), await stored.json());
  expect(await (await request.get('/api/v1/lists/chips')).text()).toBe(csv);
});

test('what is wrong is told by field and never by value; strangers are refused', async ({ page }) => {
  await signIn(page);
  const { request } = page;
  const canary = 'Zx81Canary77';
  const problem = validatorOf('/vin', 'post', '400', 'application/problem+json');
  for (const [path, body, status, field] of [
    ['/vin', { vin: canary.repeat(9) }, 400, 'vin'],
    ['/vin', { vin: 'A', [canary]: 1 }, 400, canary],
    ['/vin', { vin: 'A', vehicleClass: canary }, 400, 'vehicleClass'],
    ['/vin', { vin: 'A', market: canary }, 409, 'market'],
    ['/identify', { year: canary }, 400, 'year'],
    ['/quote', { wanted: canary }, 400, 'wanted'],
    ['/quote', { line: 'merrowdale 2019', account: canary }, 409, 'account'],
    ['/quote', { line: 'merrowdale 2019', place: canary }, 409, 'place'],
    ['/identify', { model: canary }, 409, 'model'],
    ['/identify', { given: [{ kind: canary, answer: 'seen', value: 'x' }] }, 400, 'given.0.kind'],
    ['/identify', { given: [{ kind: 'board', answer: 'seen' }] }, 400, 'given.0.value'],
  ] as const) {
    const answer = await request.post(`/api/v1${path}`, { data: body });
    expect(answer.status(), JSON.stringify(body)).toBe(status);
    const told = await answer.json();
    expectValid(problem, told);
    expect(told.errors[0].field).toBe(field);
    if (field !== canary) expect(JSON.stringify(told)).not.toContain(canary);
  }
  const post = (more: object) => request.post('/api/v1/vin', { data: { vin: 'A' }, ...more });
  expect((await post({ headers: { origin: 'https://elsewhere.test' } })).status()).toBe(403);
  expect((await post({ headers: { 'content-type': 'text/plain' }, data: '{}' })).status()).toBe(415);
  expect((await post({ data: { vin: 'A', other: 'x'.repeat(40_000) } })).status()).toBe(413);
  expect((await request.get('/api/v1/lists/code_row')).status()).toBe(404);
  expect((await request.get('/api/v1/lists/..%2Fjobs')).status()).toBe(404);
  expect((await request.get('/api/v1/jobs/0x10')).status()).toBe(404);
  expect((await request.post('/api/v1/imports/1?list=chips', { data: 'a' })).status()).toBe(400);
  expect((await request.post(`/api/v1/imports/${uuid()}?list=recipes`, { data: 'a' })).status()).toBe(404);
});
