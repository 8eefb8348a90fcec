import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { listPlaceRows } from '@/data/places';
import { readRoadNetwork, replaceRoads } from '@/data/roads';
import { type RoadFileProblem, readRoadFile, writeRoadFile } from '@/formats/road-file';
import type { RoadsInput } from '@/inputs/outside-inputs';
import { database } from '../database';
import { refusedFor } from '../duties';
import { roadsOf } from '../outside';
import { changeOfShop, changeShop } from './change-shop';

/** What the shop knows of the roads. */
export interface RoadsOnFile {
  readonly workshop: string | null;
  readonly nodes: readonly string[];
  readonly roads: number;
  readonly ferries: number;
}

export async function readRoadsOnFile(_actor: PersonActor): Promise<RoadsOnFile> {
  const { workshop, nodes, roads, ferries } = await readRoadNetwork(database());
  return { workshop, nodes, roads: roads.length, ferries: ferries.length };
}

/** What a file of roads has in it, and how it fits the places. */
export interface RoadsPreview {
  readonly nodes: readonly string[];
  readonly roads: number;
  readonly ferries: number;
  /** Places of the shop that lie on it, and those that do not. */
  readonly known: readonly string[];
  readonly unknown: readonly string[];
  readonly problems: readonly RoadFileProblem[];
}

const mostProblems = 30;

/** Reads a file of roads and says what is in it; stores nothing. */
export async function previewRoads(actor: PersonActor, { text }: RoadsInput): Promise<Result<RoadsPreview>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  const { network, problems } = readRoadFile(text);
  const places = (await listPlaceRows(database())).map(({ name }) => name);
  return done({
    nodes: network.nodes,
    roads: network.roads.length,
    ferries: network.ferries.length,
    known: places.filter((name) => network.nodes.includes(name)),
    unknown: places.filter((name) => !network.nodes.includes(name)),
    problems: problems.slice(0, mostProblems),
  });
}

/** Takes the roads of a file in place of those on file. */
export async function storeRoads(actor: PersonActor, { text, workshop }: RoadsInput): Promise<Result<null>> {
  const { network, problems } = readRoadFile(text);
  const [wrong] = problems;
  return changeShop(actor, changeOfShop('roads', { roads: network.roads.length }), async (db) => {
    if (wrong) return failed(`Line ${wrong.line}: ${wrong.reason}`, 'text');
    if (workshop === undefined || !network.nodes.includes(workshop))
      return failed('Choose where the workshop is on these roads.', 'workshop');
    const { drive } = roadsOf({ ...network, workshop });
    const cut = network.nodes.filter(
      (node) => !drive(workshop, node, '12:00') && !drive(workshop, node, '09:00'),
    );
    if (cut.length > 0)
      return failed(`No way leads from the workshop to ${cut.slice(0, 5).join(', ')}.`, 'workshop');
    await replaceRoads(db, { ...network, workshop });
    return undefined;
  });
}

/** Goes by the distances of the places from now on. */
export function dropRoads(actor: PersonActor): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('roadsRemoved'), async (db) => {
    await replaceRoads(db, { nodes: [], roads: [], ferries: [], workshop: null });
    return undefined;
  });
}

/** The roads on file as a file. */
export async function exportRoads(_actor: PersonActor): Promise<string> {
  return writeRoadFile(await readRoadNetwork(database()));
}
