import { X } from 'lucide-react';
import { pageAt } from '../../../core/handbook/pages';
import { pasteOrTell } from '../desk/field-clipboard';
import { Contents } from './contents';
import { closeHandbook, openHandbook, useHandbook } from './handbook-store';
import { PageView } from './page-view';
import { SearchBox } from './search-box';

/** The handbook beside the work: nothing is left by opening it, and Escape in it closes it. */
export default function HandbookPanel() {
  const { address, setting } = useHandbook();
  if (address === undefined) return null;
  const page = pageAt(address);
  return (
    <aside
      className="flex w-96 shrink-0 flex-col border-l border-rule bg-panel"
      aria-label="Handbook"
      onKeyDown={(event) => event.key === 'Escape' && closeHandbook()}
    >
      <header className="flex items-center gap-3 border-b border-rule px-4 py-1.5">
        <button className="text-button -ml-1" onClick={() => openHandbook('')} disabled={!page}>
          Contents
        </button>
        <span className="flex-1" />
        {page && (
          <a className="text-button" href={`/handbook/${page.address}`} target="_blank" rel="noreferrer">
            in a window
          </a>
        )}
        <button
          className="text-button px-0.5"
          aria-label="Close the handbook"
          title="Close (Esc)"
          onClick={closeHandbook}
        >
          <X size={14} />
        </button>
      </header>
      <div className="border-b border-rule px-4 py-2">
        <SearchBox onOpen={openHandbook} />
      </div>
      <div key={address} className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
        {!page ? (
          <Contents
            renderLink={(to, title) => (
              <button
                className="block w-full px-2 py-px text-left text-second hover:text-text"
                onClick={() => openHandbook(to)}
              >
                {title}
              </button>
            )}
          />
        ) : (
          <PageView page={page} setting={setting} narrow onSend={pasteOrTell} />
        )}
      </div>
    </aside>
  );
}
