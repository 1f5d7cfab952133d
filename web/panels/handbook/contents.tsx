import { pages } from '../../../core/handbook/pages';

/** The pages by chapters; `renderLink` draws the way to one of them. */
export function Contents({ renderLink }: { renderLink: (address: string, title: string) => React.ReactNode }) {
  const titles = [...new Set(pages.map(({ chapter }) => chapter))];
  return titles.map((title) => (
    <section key={title} className="mb-3">
      <h2 className="px-2 text-xs text-faint">{title}</h2>
      {pages
        .filter(({ chapter }) => chapter === title)
        .map((page) => (
          <div key={page.address}>{renderLink(page.address, page.title)}</div>
        ))}
    </section>
  ));
}
