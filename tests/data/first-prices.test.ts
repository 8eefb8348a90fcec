import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { previewCall } from '@/usecases/jobs/preview-call';
import { emptyCall } from '../support/calls';
import { priceFigures, priceRuns } from '../support/price-drill';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('locksmith');
});

describe('the first price while candidates differ', () => {
  it('holds what the car comes to, and is narrower than all candidates', async () => {
    const figures = priceFigures(await priceRuns(actor, 60));
    expect(figures.within).toBeGreaterThanOrEqual(0.95);
    expect(figures.meanMinor).toBeLessThanOrEqual(figures.allMinor / 2);
  });

  it('says the question that settles it, and after the answer one price', async () => {
    const models = await database().query<{ id: string; make_id: string }>(
      'SELECT id, make_id FROM model ORDER BY name',
    );
    const asked = [];
    for (const { id, make_id } of models.rows) {
      const call = { ...emptyCall, makeId: make_id, modelId: id, why: 'spare', working: 1, lost: 0 } as const;
      const { firstPrices } = await previewCall(actor, call);
      if (firstPrices?.settledBy) asked.push(firstPrices);
    }
    expect(asked.length).toBeGreaterThan(3);
    for (const { range, settledBy } of asked) {
      expect(range.toMinor).toBeGreaterThan(range.fromMinor);
      expect(settledBy?.answers.length).toBeGreaterThan(1);
    }
  });
});
