import { Link, useRouteError } from 'react-router';
import { messageOf } from '../../core/lib/errors';

/** What is shown where there is nothing to show, and the way back. */
export function NotFound({ what, children }: { what: string; children?: React.ReactNode }) {
  return (
    <main className="grid h-full place-content-center gap-3 text-center">
      <h1 className="text-lg">{what}</h1>
      {children}
      <Link to="/" className="lamp-button justify-self-center">
        Go to Scenes
      </Link>
    </main>
  );
}

/** What is shown where a screen broke: what happened, that the work is kept, and how to go on. */
export function Broken() {
  const error = useRouteError();
  return (
    <main role="alert" className="grid h-full place-content-center gap-3 text-center">
      <h1 className="text-lg">This screen stopped working.</h1>
      <p className="num max-w-xl text-second">{messageOf(error)}</p>
      <p className="text-second">Everything saved is kept.</p>
      <button className="lamp-button justify-self-center" onClick={() => window.location.reload()}>
        Load it again
      </button>
    </main>
  );
}
