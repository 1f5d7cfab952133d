import { Link, NavLink, useParams } from 'react-router';
import { chapters } from '../../../core/handbook/chapters';
import { NotFound } from '../../widgets/not-found';
import { FrontPage } from './front-page';
import { KindPage } from './kind-page';
import { lastScene } from './last-scene';

/** The handbook: chapters on the left, a page on the right. */
export function HandbookPage() {
  const { sort, kind } = useParams();
  const chapter = chapters.find((c) => c.sort === sort);
  const found = kind === undefined ? undefined : chapter?.registry.find(kind);
  if (sort !== undefined && !found) return <NotFound what={`The handbook has no page “${sort}/${kind ?? ''}”.`} />;
  const back = lastScene();
  const link = ({ isActive }: { isActive: boolean }) =>
    `block rounded-sm px-2 py-px ${isActive ? 'bg-raised text-lamp' : 'text-second hover:text-text'}`;
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-11 shrink-0 items-center gap-5 border-b border-rule px-4">
        <Link to="/" className="flex items-center gap-2 font-semibold" aria-label="Bathyclast: to Scenes">
          <img src="/mark.svg" alt="" className="h-6" />
          bathyclast
        </Link>
        <Link to="/handbook">Handbook</Link>
        <span className="flex-1" />
        {back && (
          <Link className="text-button" to={`/scene/${back}`}>
            Back to the scene
          </Link>
        )}
      </header>
      <div className="flex min-h-0 flex-1">
        <nav className="w-56 shrink-0 overflow-y-auto border-r border-rule bg-panel px-3 py-3" aria-label="Chapters">
          {chapters.map((c) => (
            <section key={c.sort} className="mb-3">
              <h2 className="px-2 text-xs text-faint" title={c.about}>
                {c.title}
              </h2>
              {c.registry.list.map((k) => (
                <NavLink key={k.kind} to={`/handbook/${c.sort}/${k.kind}`} className={link}>
                  {k.label}
                </NavLink>
              ))}
            </section>
          ))}
        </nav>
        <main className="min-w-0 flex-1 overflow-y-auto px-8 py-5">
          {chapter && found ? <KindPage key={`${sort} ${kind}`} chapter={chapter} kind={found} /> : <FrontPage />}
        </main>
      </div>
    </div>
  );
}
