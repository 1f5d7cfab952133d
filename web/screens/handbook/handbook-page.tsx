import { Link, NavLink, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { pageAt } from '../../../core/handbook/pages';
import { Contents } from '../../panels/handbook/contents';
import { FrontPage } from '../../panels/handbook/front-page';
import { PageView } from '../../panels/handbook/page-view';
import { SearchBox } from '../../panels/handbook/search-box';
import { NotFound } from '../../widgets/not-found';
import { lastScene } from './last-scene';

/** The handbook in a window of its own: contents and search on the left, a page on the right. */
export function HandbookPage() {
  const { sort, kind } = useParams();
  const navigate = useNavigate();
  const page = sort === undefined ? undefined : pageAt(`${sort}/${kind ?? ''}`);
  if (sort !== undefined && !page) return <NotFound what={`The handbook has no page “${sort}/${kind ?? ''}”.`} />;
  const back = lastScene();
  const link = ({ isActive }: { isActive: boolean }) =>
    `block rounded-sm px-2 py-px ${isActive ? 'bg-raised text-lamp' : 'text-second hover:text-text'}`;
  const send = () => {
    if (back) void navigate(`/scene/${back}`, { state: { paste: true } });
    else toast.error('No scene is open. Open one first, then press F1.');
  };
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
        <nav className="w-60 shrink-0 overflow-y-auto border-r border-rule bg-panel px-3 py-3" aria-label="Chapters">
          <div className="mb-3">
            <SearchBox onOpen={(address) => void navigate(`/handbook/${address}`)} />
          </div>
          <Contents
            renderLink={(address, title) => (
              <NavLink to={`/handbook/${address}`} className={link}>
                {title}
              </NavLink>
            )}
          />
        </nav>
        <main className="min-w-0 flex-1 overflow-y-auto px-8 py-5">
          {page ? <PageView page={page} onSend={send} /> : <FrontPage />}
        </main>
      </div>
    </div>
  );
}
