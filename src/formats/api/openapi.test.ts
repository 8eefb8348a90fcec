import { describe, expect, it } from 'vitest';
import { openApiDocument, operationId } from './openapi';

describe('the names of operations', () => {
  it('are made of method and path', () => {
    expect(operationId('get', '/vin')).toBe('getVin');
    expect(operationId('post', '/jobs/{number}/cutting-list')).toBe('postJobsByNumberCuttingList');
    expect(operationId('get', '/openapi.json')).toBe('getOpenapiJson');
  });

  it('are there for each, once', () => {
    const { paths } = openApiDocument() as {
      paths: Record<string, Record<string, { operationId?: string }>>;
    };
    const ids = Object.values(paths).flatMap((methods) =>
      Object.values(methods).map((told) => told.operationId),
    );
    expect(ids.length).toBeGreaterThan(30);
    for (const id of ids) expect(id).toMatch(/^[a-z][A-Za-z0-9]+$/);
    expect(new Set(ids).size).toBe(ids.length);
  });
});
