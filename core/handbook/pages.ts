import type { Description } from '../document/parameters';
import { curveCommon } from '../kinds/curves/curve';
import { chapters, type Chapter, type HandbookKind } from './chapters';
import { topicChapters } from './topics';
import type { Topic } from './topics/topic';

/** A page of the handbook, by its address such as `field/vortex` or `topic/launch`. */
export type HandbookPage = {
  readonly address: string;
  readonly chapter: string;
  readonly title: string;
  /** Its first sentences. */
  readonly summary: string;
  readonly settings: Description;
} & ({ readonly topic: Topic } | { readonly of: Chapter; readonly kind: HandbookKind });

/** Every page, topics first, in the order of the contents. */
export const pages: readonly HandbookPage[] = [
  ...topicChapters.flatMap(({ title, topics }) =>
    topics.map(
      (topic): HandbookPage => ({
        address: `topic/${topic.slug}`,
        chapter: title,
        title: topic.title,
        summary: topic.text[0]!,
        settings: topic.settings ?? {},
        topic,
      }),
    ),
  ),
  ...chapters.flatMap((of) =>
    of.registry.list.map(
      (kind): HandbookPage => ({
        address: `${of.sort}/${kind.kind}`,
        chapter: of.title,
        title: kind.label,
        summary: kind.summary,
        settings: of.sort === 'curve' ? { ...kind.parameters, ...curveCommon } : kind.parameters,
        of,
        kind,
      }),
    ),
  ),
];

/** The page at an address; undefined where there is none. */
export const pageAt = (address: string): HandbookPage | undefined => pages.find((page) => page.address === address);

/** A page that a search found, and the label of the setting that matched. */
export interface Found {
  readonly page: HandbookPage;
  readonly setting?: string;
}

/** How well a text answers to words: 3 as a title, 2 where a word of it begins so, 1 inside, 0 not at all. */
function rank(text: string, words: string): number {
  const low = text.toLowerCase();
  if (low === words) return 3;
  if (low.startsWith(words) || low.includes(` ${words}`)) return 2;
  return low.includes(words) ? 1 : 0;
}

/** Pages by their titles, settings and summaries, the best first; at most `most`. */
export function search(query: string, most = 24): Found[] {
  const words = query.trim().toLowerCase();
  if (words === '') return [];
  const found = pages.flatMap((page): (Found & { readonly rank: number })[] => {
    const title = 10 * rank(page.title, words);
    const settings = Object.values(page.settings)
      .map(({ label, help }) => ({ label, rank: 4 * rank(label, words) + (rank(help, words) > 0 ? 1 : 0) }))
      .filter((one) => one.rank >= 4);
    const summary = rank(page.summary, words) > 0 ? 2 : 0;
    const best = settings.toSorted((a, b) => b.rank - a.rank)[0];
    if (title > 0) return [{ page, rank: title + summary }];
    if (best) return [{ page, setting: best.label, rank: best.rank + summary }];
    return summary > 0 ? [{ page, rank: summary }] : [];
  });
  return found.toSorted((a, b) => b.rank - a.rank).slice(0, most);
}
