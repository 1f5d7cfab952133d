import { useState } from 'react';
import { search } from '../../../core/handbook/pages';

/** Searches all pages and settings of the handbook. Enter opens the first result. */
export function SearchBox({ onOpen }: { onOpen: (address: string, setting?: string) => void }) {
  const [query, setQuery] = useState('');
  const found = search(query);
  const open = ({ page, setting }: (typeof found)[number]) => {
    setQuery('');
    onOpen(page.address, setting);
  };
  return (
    <div role="search">
      <input
        type="search"
        aria-label="Search the handbook"
        placeholder="search pages and settings"
        className="w-full rounded-sm border border-rule bg-surround px-2 py-1"
        value={query}
        onChange={(event) => setQuery(event.currentTarget.value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter' && found[0]) open(found[0]);
          if (event.key === 'Escape') setQuery('');
        }}
      />
      {query.trim() !== '' && (
        <ul className="mt-1 max-h-80 overflow-y-auto" aria-label="Results">
          {found.length === 0 && <li className="px-2 py-1 text-second">Nothing is called “{query.trim()}”.</li>}
          {found.map((one) => (
            <li key={one.page.address}>
              <button className="block w-full px-2 py-0.5 text-left hover:bg-raised" onClick={() => open(one)}>
                {one.setting ?? one.page.title}
                <span className="block text-xs text-faint">
                  {one.page.chapter}
                  {one.setting !== undefined && ` · ${one.page.title}`}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
