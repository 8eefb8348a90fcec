// The statements that one event took when each part asked for itself, as they were sent: what the product is measured against.

interface PlainEvent {
  readonly jobId: string;
  readonly number: number;
  readonly personId: string;
  readonly id: string;
  readonly seq: number;
}

/** BEGIN to COMMIT, for a count that was read; the audit's line is chained where it is written, as it was. */
export function plainEvent({ jobId, number, personId, id, seq }: PlainEvent): [string, unknown[]][] {
  const at = new Date();
  return [
    [`BEGIN; SET CONSTRAINTS audit_chain IMMEDIATE`, []],
    [`SELECT 1 FROM job WHERE number = $1 FOR UPDATE`, [number]],
    [
      `SELECT j.id, j.number, j.version, j.opened_at AS "openedAt", opener.name AS "openedBy",
       j.customer_id AS "customerId", j.keys_wanted AS "keysWanted",
       j.application_id AS "applicationId", j.application_reason AS "applicationReason", j.route,
       j.route_reason AS "routeReason", j.van_id AS "vanId", j.network,
       j.closed_at, closer.name AS closer, j.outcome, j.difference_reason,
       jsonb_build_object(
         'line', w.line, 'year', j.year, 'yearTo', j.year_to, 'danger', j.danger, 'used', j.used, 'makeId', j.make_id, 'make', mk.name, 'modelId', j.model_id, 'model', md.name,
         'carWords', j.car_words, 'ignition', j.ignition, 'market', j.market, 'vin', j.vin, 'why', j.why,
         'access', j.access, 'placeId', j.place_id, 'place', pl.name,
         'distanceKm', j.distance_km, 'placeKm', pl.distance_km, 'placeMinutes', pl.travel_minutes,
         'urgent', j.urgent, 'day', j.wanted_day, 'from', to_char(j.wanted_from, 'HH24:MI'),
         'by', to_char(j.wanted_by, 'HH24:MI'), 'placeDetail', w.place_detail, 'note', w.note,
         'name', c.name, 'phone', c.phone) AS call
     FROM job j JOIN customer c ON c.id = j.customer_id JOIN person opener ON opener.id = j.opened_by
     LEFT JOIN person closer ON closer.id = j.closed_by LEFT JOIN job_words w ON w.job_id = j.id
     LEFT JOIN make mk ON mk.id = j.make_id LEFT JOIN model md ON md.id = j.model_id
     LEFT JOIN place pl ON pl.id = j.place_id
     WHERE j.number = $1`,
      [number],
    ],
    [`SELECT kind, content FROM job_event WHERE job_id = $1 ORDER BY seq`, [jobId]],
    [
      `SELECT id, tag, name, presence, rank, blade, faults, made_here AS "madeHere", identity_id AS "identityId"
     FROM job_key WHERE job_id = $1 ORDER BY tag`,
      [jobId],
    ],
    [`SELECT id, known FROM job_identity WHERE job_id = $1 ORDER BY id`, [jobId]],
    [
      `SELECT a.stage, a.holder_name AS "holderName", a.identity_document AS "identityDocument",
       a.identity_last AS "identityLast", a.right_document AS "rightDocument", a.right_last AS "rightLast",
       a.how_seen AS "howSeen", a.person_fits AS "personFits", a.plate_fits AS "plateFits", a.witness, a.place,
       a.signature, a.signed_on_paper AS "signedOnPaper", a.recorded_at AS "recordedAt", p.name AS "recordedBy"
     FROM job_authority a JOIN person p ON p.id = a.recorded_by
     WHERE a.job_id = $1 ORDER BY a.stage `,
      [jobId],
    ],
    [
      `SELECT n.asked_by AS "askedBy", n.plate, n.said, n.noted_at AS "notedAt", p.name AS "notedBy"
     FROM job_door_note n JOIN person p ON p.id = n.noted_by WHERE n.job_id = $1`,
      [jobId],
    ],
    [
      `SELECT d.begun_at AS "begunAt", p.name AS "begunBy", d.record, d.recorded_at AS "recordedAt"
     FROM job_danger d JOIN person p ON p.id = d.begun_by WHERE d.job_id = $1`,
      [jobId],
    ],
    [
      `SELECT kind, answer, value, reliability::float8 AS reliability FROM job_observation WHERE job_id = $1 ORDER BY at, kind`,
      [jobId],
    ],
    [
      `SELECT book, prefer, flexible, waits_filled AS "waitsFilled", agreed_option AS "agreedOption",
       agreed_minor AS "agreedMinor", account_id AS "accountId", coupon_id AS "couponId", hand
     FROM quote_terms WHERE job_id = $1`,
      [jobId],
    ],
    [
      `SELECT c.question, c.choice, c.chosen_by AS "chosenBy", c.at, p.name AS by
     FROM job_choice c JOIN person p ON p.id = c.by_id WHERE c.job_id = $1 ORDER BY c.question`,
      [jobId],
    ],
    [`SELECT kind, value FROM job_fact WHERE job_id = $1 ORDER BY kind`, [jobId]],
    [`SELECT seq FROM job_event WHERE job_id = $1 AND id = $2`, [jobId, id]],
    [`SELECT reason FROM job_event_refused WHERE job_id = $1 AND id = $2`, [jobId, id]],
    [
      `SELECT a.stage, a.holder_name AS "holderName", a.identity_document AS "identityDocument",
       a.identity_last AS "identityLast", a.right_document AS "rightDocument", a.right_last AS "rightLast",
       a.how_seen AS "howSeen", a.person_fits AS "personFits", a.plate_fits AS "plateFits", a.witness, a.place,
       a.signature, a.signed_on_paper AS "signedOnPaper", a.recorded_at AS "recordedAt", p.name AS "recordedBy"
     FROM job_authority a JOIN person p ON p.id = a.recorded_by
     WHERE a.job_id = $1 ORDER BY a.stage FOR SHARE OF a`,
      [jobId],
    ],
    [
      `SELECT n.asked_by AS "askedBy", n.plate, n.said, n.noted_at AS "notedAt", p.name AS "notedBy"
     FROM job_door_note n JOIN person p ON p.id = n.noted_by WHERE n.job_id = $1`,
      [jobId],
    ],
    [
      `SELECT d.begun_at AS "begunAt", p.name AS "begunBy", d.record, d.recorded_at AS "recordedAt"
     FROM job_danger d JOIN person p ON p.id = d.begun_by WHERE d.job_id = $1`,
      [jobId],
    ],
    [`SELECT plain_copy_rule AS rule FROM shop`, []],
    [
      `INSERT INTO job_event (job_id, id, seq, kind, content, actor_kind, actor_id, device, device_at, received_at, based_on)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
      [jobId, id, seq, 'countRead', '{"moment":"before","answer":2}', 'person', personId, 'bench', at, at, 0],
    ],
    [
      `SELECT audit_append($1, $2, $3, $4, $5, $6, $7, $8)`,
      [at, 'person', personId, 'bench', 'job.countRead', 'job', jobId, JSON.stringify({ event: id, seq })],
    ],
    [`SELECT pg_notify($1, $2)`, ['job', String(number)]],
    [`COMMIT`, []],
  ];
}
