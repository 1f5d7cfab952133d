import { useMemo } from 'react';
import { isTaken, topicExample } from '../../../core/handbook/example';
import type { HandbookPage } from '../../../core/handbook/pages';
import type { Topic } from '../../../core/handbook/topics/topic';
import { FormulaTable } from './formula-table';
import { LiveExample } from './live-example';
import type { PageProps } from './page-props';
import { PageSettings } from './parameter-table';

/** A page about a part of a thing, a panel or a screen. */
export function TopicPage({ page, topic, setting, narrow }: PageProps & { page: HandbookPage; topic: Topic }) {
  const scene = useMemo(() => topicExample(topic), [topic]);
  return (
    <article className="max-w-240">
      <p className="text-xs text-faint">{page.chapter}</p>
      <h1 className="text-xl font-semibold">{page.title}</h1>
      {topic.text.map((paragraph) => (
        <p key={paragraph} className="mt-2 max-w-160">
          {paragraph}
        </p>
      ))}
      {scene && (
        <div className="mt-4 max-w-md">
          <LiveExample scene={scene} title={page.title} taken={isTaken(topic)} />
        </div>
      )}
      {topic.slug === 'formulas' && <FormulaTable />}
      <PageSettings description={page.settings} setting={setting} narrow={narrow} />
    </article>
  );
}
