/**
 * A blank with its pellet is an article of its own: what lies on the shelf, is ordered and priced is blank and step.
 * @example withStep('BLANK-7', 5) // 'BLANK-7/5'
 */
export function withStep(article: string, step: number): string {
  return `${article}/${step}`;
}

const stepped = /^(.{1,36})\/([1-9]\d?)$/;

/**
 * The blank of an article with a pellet; the article itself where it has none.
 * @example withoutStep('BLANK-7/5') // 'BLANK-7'
 */
export function withoutStep(article: string): string {
  return stepped.exec(article)?.[1] ?? article;
}

/** Whether an article is this blank, with whatever step. */
export function isOfBlank(article: string, blank: string): boolean {
  return withoutStep(article) === blank;
}
