import { readHealth } from '@/usecases/health';
import { readHealthReport, reportForMonitor } from '@/usecases/health-report';
import { readProgram } from '@/usecases/people/tokens';
import { requestOrigin } from '../../session';
import { bearerOf, handler, problem, refusal } from '../handler';

/**
 * Says which program and clone answers, whether its database does, and what else is wrong. A monitor that sends a token of
 * the scope `health` is told part by part.
 */
export const GET = handler(async (request: Request) => {
  const { database, troubles } = await readHealth();
  const body = {
    program: 'kilnsman',
    instance: process.env.KILNSMAN_INSTANCE ?? '',
    database,
    troubles,
  };
  const there = database === 'there';
  const token = bearerOf(request);
  if (token === undefined || !there) return answer(body, there ? 200 : 503);
  const program = await readProgram(token, 'health', await requestOrigin());
  if (!('actor' in program)) return problem(program.status, program.reason);
  const report = await readHealthReport(program.actor);
  if (!report.ok) return refusal(report.problems);
  return answer({ ...body, ...reportForMonitor(report.value) }, report.value.state === 'wrong' ? 503 : 200);
});

function answer(body: object, status: number): Response {
  return Response.json(body, { status, headers: { 'cache-control': 'no-store' } });
}
