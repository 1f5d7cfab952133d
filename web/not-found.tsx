import { Link } from 'react-router';

/** What is shown where there is nothing to show, and the way back. */
export function NotFound({ what }: { what: string }) {
  return (
    <main className="grid h-full place-content-center gap-3 text-center">
      <p className="text-lg">{what}</p>
      <Link to="/" className="lamp-button justify-self-center">
        Go to Scenes
      </Link>
    </main>
  );
}
