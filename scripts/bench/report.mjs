import { cpus, totalmem } from 'node:os';

/** Plans of trying as the report names them. */
const planNames = {
  top: 'the list from its top',
  fewestBlanks: 'fewest blanks',
  fewestTries: 'fewest tries',
  leastCost: 'least cost',
};

export function report(figures, scripts) {
  const {
    size,
    steady,
    typed,
    drill,
    question,
    lines,
    search,
    pages,
    quotes,
    prices,
    release,
    blades,
    metal,
    car,
    procedures,
    longTasks,
    carTasks,
    price,
    atTheCar,
    paint,
  } = figures;
  const { library, flow } = figures;
  const ms = ({ p50, p95, worst }) => `${p50} | ${p95} | ${worst}`;
  return `# Measured

\`npm run bench\` writes this page as measured, the bad figures too. Absolute figures belong to one machine on one day;
ratios are what is judged. Everything runs on loopback, on a server of its own, in one run.

Machine: ${cpus().length} cores (${cpus()[0]?.model.trim()}), ${Math.round(totalmem() / 2 ** 30)} GB, Node ${process.version}. Day: ${new Date().toISOString().slice(0, 10)}.
Library: ${size.applications.toLocaleString('en-US')} applications of ${size.models.toLocaleString('en-US')} models in ${size.makes} makes, beside the demo world.

## Identification over the demo world

${drill.cars} seeded cars; seconds and questions until the decision is settled or nothing helps. Answers are true; in the
rows that say who looks, wrong as often as what is seen there, or remembered, is said to be.

| rule | mean seconds | mean questions | decision right | settled |
|---|---|---|---|---|
${Object.entries(drill)
  .filter(([name]) => name !== 'cars')
  .map(
    ([name, { seconds, questions, right, settled }]) =>
      `| ${name} | ${seconds} | ${questions} | ${percent(right)} | ${percent(settled)} |`,
  )
  .join('\n')}

## First prices over the demo world

${prices.cars} drawn cars, told of by make, model, a year as callers state it and every second time how it starts. The car's
price, once it is known, lay within the first range in ${percent(prices.within)} (target: at least 95 %); the range was
${dollars(prices.meanMinor)} wide on average, against ${dollars(prices.allMinor)} from the cheapest to the dearest candidate
(${percent(prices.meanMinor / prices.allMinor)}, target: at most 50 %). It was one price in ${percent(prices.one)} of the calls.

On a phone, from the press that signs in until the price of one typed line stands there: ${price.middle} s in the middle of five,
${price.longest} s at worst, ${price.typing} s of them typing (target: under 10 s).

## Worn keys

2,000 keys a row from a generator that is not the model: wear curved, up to 0.25 mm at the tip, a third of the keys near new, heavier on
the ignition's spaces, a burr on one reading in 25, readings rounded to 0.01 or 0.02 mm, up to two spaces missing, seat within 0.03 mm; one
face. With the series right means the whole bitting at every space that was read; the plain ways are rounding each reading, and rounding
after the best constant shift. Target with the series, at steps up to 0.40 mm: at least half of the better plain way's errors gone, and of
decodes said to be at least 90 % sure at least 88 % right (the whole bitting).

| keyway | step | with the series | errors gone | of those 90 % sure right | without | of those 90 % sure right | rounding | rounding after a shift |
|---|---|---|---|---|---|---|---|---|
${blades.rows.map(bladeRow).join('\n')}

One decode of two faces against 20,000 codes, over every keyway: ${ms(blades.decode)} ms (p50, p95, worst; target: under 50). A search over 200,000 codes:
${ms(blades.search.ours)} ms against ${ms(blades.search.plain)} ms going through them one by one, ${blades.search.ratio} times faster (target: under 50 ms${blades.search.same ? '; the same codes' : '; OTHER CODES'}); its bits are laid
out in ${blades.search.indexMs} ms, once. While a key is typed and decoded against 12,000 codes the page had ${longTasks.count === 0 ? 'no task over 50 ms' : `${longTasks.count} tasks over 50 ms, the longest ${longTasks.longest} ms`} (target: none).

## A car on the bench

${car.inputs.toLocaleString('en-US')} inputs of a car whose keys were lost, replayed from its start: ${ms(car.replayMs)} ms (p50, p95, worst), ${car.perSecond.toLocaleString('en-US')} inputs a second,
${car.plainTimes} times faster than writing its state down and reading it again with each. An AKL that takes ${Math.round(car.akl.seconds / 60)} minutes at the car, ${car.akl.messages.toLocaleString('en-US')} frames, is
done in ${car.akl.ms} ms of computing; on the page, its waits 600 times faster, its beginning took ${carTasks.seconds} s and the page had ${carTasks.count === 0 ? 'no task over 50 ms' : `${carTasks.count} tasks over 50 ms, the longest ${carTasks.longest} ms`} (target: none).

${car.many.cars} cars at once over HTTP, each with ${car.many.inputs} inputs: all answered after ${car.many.allMs} ms, each ${ms(car.many.each)} ms with its waits; ${car.many.later} times one was
told to come later and came.

Of ${car.agreement.ours.toLocaleString('en-US')} messages that our view has in the logs of every way of every platform on CAN, an independent reader has ${car.agreement.theirs.toLocaleString('en-US')}, ${car.agreement.alike.toLocaleString('en-US')} of
them alike in frame, service, identifier and refusal (target: all).

## Procedures

Each of ${procedures.checked} procedures is checked in ${ms(procedures.checkMs)} ms (p50, p95, worst), with all that is done in between. A run of ${procedures.events} events is folded in ${ms(procedures.foldMs)} ms.
Every state of the longest one at the bench car, two new keys, three ways back: ${procedures.states.toLocaleString('en-US')} states, ${procedures.statesPerSecond.toLocaleString('en-US')} a second.

Until the cause that was planted is mended, over every observation of the demo world, planted as often as it says: ${procedures.seconds.gain} s on the
mean by the look that tells the most for each second, ${procedures.seconds.file} s in the order of the file, ${procedures.seconds.prior} s by falling prior.

## Trying candidates

The fewest blanks for so many candidates (eleven spaces, four depths), with its certificate, against comparing every pair space by space and
augmenting paths over lists. Targets: 2,000 under 300 ms, 5,000 under 800 ms and under 40 MB more memory.

| candidates | ours | the plain way | times faster | more memory | |
|---|---|---|---|---|---|
${metal.chains.map((row) => `| ${row.candidates} | ${row.ours} ms | ${row.plain} ms | ${row.ratio} | ${row.grownMb} MB | ${row.same ? 'as many blanks' : 'ANOTHER NUMBER'} |`).join('\n')}

${metal.plans.readings} partial readings over the keyways of the world (a third of the spaces not read, of the others one in four unsure between two
depths), ${metal.plans.candidates} candidates on average, a blank at $4.00 and a try at $7.50; averages given that the bitting is among them. The plain way works
the list from its top, on the blank in hand where that can be cut on. Planning took ${metal.plans.p50Ms} ms at p50, ${metal.plans.worstMs} at worst.

| plan | blanks expected | at worst | tries expected | cost expected |
|---|---|---|---|---|
${metal.plans.rows.map(({ plan, blanks, worst, tries, cost }) => `| ${planNames[plan]} | ${blanks} | ${worst ?? ''} | ${tries} | $${(cost / 100).toFixed(2)} |`).join('\n')}
| no plan can cost less | | | | $${(metal.plans.bound / 100).toFixed(2)} |

## Pellets

2,000 pellets a row from a generator that is not the model: even within the tolerance and the meter's bound, one face in fifteen dirty,
one in thirty bridged. Wrong steps: by the nearest value, by the likeliest step of the decode, and among those it calls clear.

| tolerance | meter | readings a face | nearest value wrong | likeliest wrong | called clear | of these wrong |
|---|---|---|---|---|---|---|
${metal.pellets.map((row) => `| ${row.tolerancePercent} % | ${row.meter} | ${row.readings} | ${row.nearestWrong} | ${row.likeliestWrong} | ${row.clear} | ${row.clearWrong} |`).join('\n')}

## Times, milliseconds

| what | target | p50 | p95 | worst |
|---|---|---|---|---|
| typed line to ranked candidates, HTTP, ${lines.count} held lines, half of them misspelt | p95 < 40 | ${ms(lines.candidates)} |
| the same lines to candidates, question, years, articles around and what to bring, HTTP | none set | ${ms(lines.identify)} |
| typed line to a full quote, HTTP, ${quotes.count} cars of the demo world | p95 < 150 | ${ms(quotes)} |
| next question at 200 candidates of ${question.decisions} decisions | < 50 | ${ms(question)} |
${Object.entries(pages)
  .map(([name, times]) => `| library page: ${name} | < 100 | ${ms(times)} |`)
  .join('\n')}

The model meant was read at once in ${percent(lines.modelFound)} of the lines; of the misspelt models it was among the
first three offered in ${percent(lines.offered)} (target: at least 80 %).

## Ratios

| what | ours | the plain way | ratio | target |
|---|---|---|---|---|
| name search, ${search.words} misspelt words, against the same query with index scans switched off (${search.sameRows ? 'same rows' : 'OTHER ROWS'}) | ${search.withIndexMs} ms | ${search.withoutMs} ms | ${search.ratio} times faster | at least 8 |
| store step of an import of ${size.applications.toLocaleString('en-US')} rows, against \`psql \\copy\` of the same file into a table with the same keys and checks (middle of ${library.keyed.join(', ')} ms) | ${library.storeMs} ms | ${library.keyedMs} ms | ${library.ratio} of its speed | at least 0.33 |
| the same, into a bare table of texts (middle of ${library.bare.join(', ')} ms) | ${library.storeMs} ms | ${library.bareMs} ms | ${library.bareRatio} of its speed | none set |
| ${library.search.searches} searches in ${size.applications.toLocaleString('en-US')} applications, each five times, p95, against comparing each row with the words (${library.search.same ? 'same rows' : 'OTHER ROWS'}; at p50 ${library.search.ours.p50} and ${library.search.plain.p50} ms) | ${library.search.ours.p95} ms | ${library.search.plain.p95} ms | ${library.search.ratio} times faster | at least 7 |
| events of 20 jobs at once, audited, against the 23 statements that one took (as many a second) | ${flow.events.audited.perSecond} | ${flow.events.plain.perSecond} | ${flow.events.ratio} times as many | at least 2 |

Reading and checking the file of ${size.applications.toLocaleString('en-US')} rows took ${library.readMs} ms, apart from storing it; the process grew from
${library.rssBeforeMb} to at most ${library.rssPeakMb} MB.

## What flows all day

Messages to the database, BEGIN and COMMIT counted, the session check apart, once every statement was seen before: an event ${flow.messages.event}
(at most 6), an edit that weighs the routes again ${flow.messages.edit} (at most 30), the view of a job ${flow.messages.view} (at most 15; ${ms(flow.messages.viewMs)} ms).

| 20 jobs at once, each event after the other | a second | p50 | p95 | worst |
|---|---|---|---|---|
| an event that is audited | ${flow.events.audited.perSecond} | ${ms(flow.events.audited)} |
| one that is not | ${flow.events.unaudited.perSecond} | ${ms(flow.events.unaudited)} |
| an audited one over HTTP (aim: 200 a second) | ${flow.events.http.perSecond} | ${ms(flow.events.http)} |
| the 23 statements of before | ${flow.events.plain.perSecond} | ${ms(flow.events.plain)} |

${flow.streams.sessions} sessions with a stream each and ${flow.streams.changesASecond} changes a second: the streams themselves asked ${flow.streams.queriesASecond} queries a second (at most 400) and
heard ${flow.streams.heard} of ${flow.streams.announced} changes of their jobs; changes of the same moment go together.

## Runs at the car

| an event a second of each run for a minute, over HTTP | stored | p50 | p95 | worst |
|---|---|---|---|---|
| 20 runs | ${atTheCar.few.kept} of ${atTheCar.few.sent} | ${ms(atTheCar.few)} |
| 80 runs | ${atTheCar.some.kept} of ${atTheCar.some.sent} | ${ms(atTheCar.some)} |
| 200 runs | ${atTheCar.many.kept} of ${atTheCar.many.sent} | ${ms(atTheCar.many)} |

p95 against 20 runs in the same run (at most 3): ${atTheCar.someRatio} times for 80 runs, ${atTheCar.ratio} times for 200.

| from the sending of an event to the word of it at a second device | p50 | p95 | worst |
|---|---|---|---|
| one stream, idle | ${ms(atTheCar.idle)} |
| 20 streams, each with an event a second | ${ms(atTheCar.busy)} |

A run of ${atTheCar.fold.events} events folds whole in ${ms(atTheCar.fold.whole)} (p50, p95, worst); one more event on the state that is kept, JSON
included, in ${ms(atTheCar.fold.kept)}. The first paint of a run's page from a warm cache on a processor slowed four times: ${paint.painted} ms (p50 of ${paint.loads}), ${paint.ready} ms
until its step is there.

## Timed steps

A sequence counted round after round, ${paint.timed.beats} sounds of it, on the page of a run. What is heard at the end of the audio graph against when it was
laid: ${paint.timed.offMs} ms between the earliest and the latest (at most 1), ${paint.timed.heldOffMs} while the page is held up for 80 ms three times a second. The figure on the
screen against the audio clock: ${paint.timed.figureMs} ms at p95 of ${paint.timed.figures} (two frames are 33). Tasks over 50 ms meanwhile: ${paint.timed.longTasks}, the longest ${paint.timed.longest} ms.

## What heavy work leaves for others

\`/api/health\` asked every 10 ms from a thread of its own, at rest and while each of these runs on the same server.

| what | took, ms | answered | health p50 | p95 | worst | p95 against rest | target |
|---|---|---|---|---|---|---|---|
| at rest | | | ${ms(steady.rest)} | 1 | |
${steady.rows
  .map(
    (row) => `| ${row.what} | ${row.ms} | ${row.statuses} | ${ms(row.health)} | ${row.ratio} | at most 5 |`,
  )
  .join('\n')}

Post of an event, milliseconds: alone ${ms(steady.streams.alone)}; with ${steady.streams.open} live streams of 50 sessions open
${ms(steady.streams.among)} (p50, p95, worst): ${steady.streams.ratio} of its time alone at p50, target at most 2. The streams heard ${steady.streams.heard} messages; changes of the same moment go together.

Identify, asked one after the other, milliseconds: at rest ${ms(typed.rest)}; while ten cars of six hours on the bench are worked on one after the
other (${typed.longSeconds} s) ${ms(typed.among)} (p50, p95, worst): ${typed.ratio} of its p95 at rest, target at most 3. It was asked ${typed.asked} times meanwhile, and never told to come later.

## A release

What a production start needs: packages without those for development ${release.packagesMb} MB (with them ${release.withDevMb} MB), the build ${release.buildMb} MB. Laid
out alone, it served its first page ${release.startMs} ms after it was started${release.page && release.paper ? ', and a thread of it drew a paper' : ' AND DID NOT WORK'}.

## JavaScript before the first input, kB compressed

Target: under 260 on every page.

| page | kB |
|---|---|
${weightRows(scripts)}
`;
}

/** The pages by the weight of their scripts, the heaviest first. */
export function weightRows(weights) {
  const heaviest = Object.entries(weights).sort(([, a], [, b]) => b - a);
  return heaviest.map(([path, kb]) => `| \`${path}\` | ${kb} |`).join('\n');
}

function bladeRow({ measure, series, free }) {
  const better = Math.max(series.rounding, series.shifted);
  const gone = better === 1 ? 'none to go' : percent(1 - (1 - series.ours) / (1 - better));
  const step = measure === 'degrees' ? `${series.stepMm}°` : `${series.stepMm.toFixed(2)} mm`;
  const sure = ({ sure, sureRight }) => `${percent(sureRight)} of ${sure}`;
  const cells = [
    series.keyway,
    step,
    percent(series.ours),
    gone,
    sure(series),
    percent(free.ours),
    sure(free),
  ];
  return `| ${[...cells, percent(series.rounding), percent(series.shifted)].join(' | ')} |`;
}

function dollars(minor) {
  return `$${Math.round(minor / 100)}`;
}

function percent(part) {
  return `${(part * 100).toFixed(1)} %`;
}
