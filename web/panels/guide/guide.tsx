import { X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { useStage } from '../../simulation/stage';
import { openedScene, useScene } from '../../state/scene-store';
import { GUIDE } from './steps';
import { leaveGuide, nextStep, stepAfter, useGuide } from './guide-store';

/** How often it is looked where the control of a step stands now, milliseconds. */
const LOOK = 250;

/** The first of some controls that is on the screen, and where. */
function useTarget(selectors: readonly string[]): DOMRect | undefined {
  const [box, setBox] = useState<DOMRect>();
  useEffect(() => {
    const look = () => {
      const found = selectors
        .map((selector) => document.querySelector(selector)?.getBoundingClientRect())
        .find((one) => one && one.width > 0);
      setBox((was) =>
        was &&
        found &&
        was.x === found.x &&
        was.y === found.y &&
        was.width === found.width &&
        was.height === found.height
          ? was
          : found,
      );
    };
    look();
    const timer = setInterval(look, LOOK);
    return () => clearInterval(timer);
  }, [selectors]);
  return box;
}

/** One step: a ring round its control, and what to do there. */
function Step({ step }: { step: number }) {
  const { text, at, done } = GUIDE[step]!;
  const box = useTarget(at);
  const scene = useScene();
  // A step is mounted anew: this is the scene as it began.
  const before = useRef(openedScene());
  useEffect(() => {
    const next = stepAfter(step, scene, before.current);
    if (next !== step) useGuide.setState({ step: next });
  }, [scene, step]);
  const last = step === GUIDE.length - 1;
  return (
    <>
      {box && (
        <span
          aria-hidden
          className="pointer-events-none fixed z-40 rounded-sm border-2 border-lamp"
          style={{ left: box.x - 4, top: box.y - 4, width: box.width + 8, height: box.height + 8 }}
        />
      )}
      <aside
        aria-label="Guided start"
        className="fixed top-14 left-42 z-40 w-72 border border-lamp bg-panel p-3 shadow-[0_8px_24px_rgb(0_0_0/0.4)]"
      >
        <p className="flex items-baseline justify-between text-xs text-second">
          <span>
            Guided start, {step + 1} of {GUIDE.length}
          </span>
          <button className="text-button -mt-1 -mr-1 px-1" aria-label="Leave the guide" onClick={leaveGuide}>
            <X size={12} />
          </button>
        </p>
        <p role="status" className="pt-1">
          {text}
        </p>
        <button className="text-button mt-1 -ml-1.5" onClick={nextStep}>
          {last ? 'Finish' : done ? 'Skip this step' : 'Next'}
        </button>
      </aside>
    </>
  );
}

/** The guided start, while it is followed in this scene. */
export function Guide() {
  const { id } = useStage();
  const { pathname } = useLocation();
  const { scene, step, on } = useGuide();
  if (!on || scene !== id || !GUIDE[step]) return null;
  // On other screens than its own it waits, so as not to lie over them.
  const isHere = pathname === `/scene/${id}` || (GUIDE[step].screen === 'output' && pathname.endsWith('/output'));
  return isHere ? <Step key={step} step={step} /> : null;
}
