import { lazy, Suspense } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { PALETTE_PLACE } from '../../panels/desk/add-field';
import { Desk } from '../../panels/desk/desk';
import { CurvesDeck } from '../../panels/keys/curves-deck';
import { KeysDeck } from '../../panels/keys/keys-deck';
import { useKeys, type Deck } from '../../panels/keys/keys-store';
import { DialsDeck } from '../../panels/dials/dials-deck';
import { Inspector } from '../../panels/inspector/inspector';
import { CurveEditor } from '../../panels/curve/curve-editor';
import { PlaysBakes } from '../../simulation/plays-bakes';
import { usePlayer } from '../../state/player-store';
import { Beside, useBeside } from '../../view/beside';
import { Viewport } from '../../view/viewport';
import { Things } from './things';
import { TransportBar } from './transport-bar';
import { useStudioKeys } from './keys';

/** Its chains are many scenes, and few visits open it. */
const ShelfDeck = lazy(() => import('../../panels/shelf/shelf-deck'));

/** What is under the view. */
const DECKS: Readonly<Record<Deck, React.ReactNode>> = {
  desk: <Desk />,
  keys: <KeysDeck />,
  curves: <CurvesDeck />,
  dials: <DialsDeck />,
  shelf: (
    <Suspense fallback={<p className="p-3 text-second">Opening …</p>}>
      <ShelfDeck />
    </Suspense>
  ),
};

/** The screen where one works: view, transport, desk, inspector. */
export function StudioPage() {
  useStudioKeys();
  const deck = useKeys((state) => state.deck);
  const beside = useBeside((state) => state.open);
  const problem = usePlayer((player) => player.problem);
  return (
    <main className="flex min-h-0 flex-1">
      <h1 className="sr-only">Studio</h1>
      <PlaysBakes />
      <div id={PALETTE_PLACE} className="relative min-w-0 flex-1">
        <Group orientation="vertical">
          <Panel defaultSize="56%" minSize="25%" className="flex flex-col">
            <div className="flex min-h-0 flex-1">
              <Things />
              <div className="relative min-w-0 flex-1">
                <Viewport />
                <CurveEditor />
                {problem && (
                  <p
                    role="alert"
                    className="absolute bottom-2 left-1/2 -translate-x-1/2 border border-signal bg-panel px-3 py-1 text-signal"
                  >
                    {problem}
                  </p>
                )}
              </div>
              {beside && <Beside />}
            </div>
            <TransportBar />
          </Panel>
          <Separator className="h-0.5 bg-rule hover:bg-lamp focus-visible:bg-lamp" aria-label="Height of the deck" />
          <Panel defaultSize="44%" minSize="300px">
            {DECKS[deck]}
          </Panel>
        </Group>
      </div>
      <div className="w-84 shrink-0 border-l border-rule">
        <Inspector />
      </div>
    </main>
  );
}
