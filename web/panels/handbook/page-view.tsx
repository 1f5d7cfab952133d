import type { HandbookPage } from '../../../core/handbook/pages';
import { KindPage } from './kind-page';
import type { PageProps } from './page-props';
import { TopicPage } from './topic-page';

/** A page of the handbook. `onSend` is called when an example’s fields have been copied, to be pasted on a desk. */
export function PageView({ page, onSend, ...shown }: PageProps & { page: HandbookPage; onSend: () => void }) {
  return 'topic' in page ? (
    <TopicPage key={page.address} page={page} topic={page.topic} {...shown} />
  ) : (
    <KindPage key={page.address} page={page} chapter={page.of} kind={page.kind} onSend={onSend} {...shown} />
  );
}
