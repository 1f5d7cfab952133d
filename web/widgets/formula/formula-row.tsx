import { useEffect, useRef, useState } from 'react';
import type { TextParameter } from '../../../core/document/parameters';
import { refusalOf } from '../../../core/lib/formula/formula';
import { FORMULA_EXAMPLES } from '../../../core/lib/formula/examples';
import { PARTICLE_VARIABLES } from '../../../core/kinds/contracts/particle-variables';
import { GATE_VARIABLES } from '../../../core/kinds/gates/variables';
import { MASK_VARIABLES } from '../../../core/kinds/masks/variables';
import { addDialNamed, canBeDial } from '../../state/add-dial';
import { useSceneStore } from '../../state/scene-store';
import { FormulaEditor, type FormulaName } from './editor';
import { LiveValues } from './live-values';

/** An edit is taken this long after the last key, where it can be read. */
const PAUSE = 350;

const NAMES = { gate: GATE_VARIABLES, particle: PARTICLE_VARIABLES, mask: MASK_VARIABLES } as const;

function useNames(sort: keyof typeof NAMES): readonly FormulaName[] {
  // The handbook has formulas, and no scene.
  const dials = useSceneStore((state) => state.scene?.dials) ?? [];
  return [...NAMES[sort], ...dials.map(({ name }) => ({ name, help: 'a dial of the scene' }))];
}

interface Props {
  readonly parameter: TextParameter;
  readonly value: string;
  onChange(value: string): void;
}

/**
 * A formula: read while it is typed; what is wrong stands under its character, and the values of its names beside it.
 */
export default function FormulaRow({ parameter, value, onChange }: Props) {
  const sort = parameter.formula!;
  const names = useNames(sort);
  const plain = names.map(({ name }) => name);
  const [typed, setTyped] = useState<string>();
  const host = useRef<HTMLDivElement>(null);
  const editor = useRef<FormulaEditor>(undefined);
  const shown = typed ?? value;
  const tooLong = shown.length > parameter.most;
  const refused = tooLong
    ? {
        message: `${parameter.label} has ${shown.length} characters. The limit is ${parameter.most}.`,
        at: parameter.most,
        unknown: undefined,
      }
    : refusalOf(shown, plain);
  const take = () => {
    if (typed === undefined || refused) return;
    setTyped(undefined);
    if (typed !== value) onChange(typed);
  };
  const latest = useRef({ take, value });
  latest.current = { take, value };

  useEffect(() => {
    const made = new FormulaEditor({
      parent: host.current!,
      label: parameter.label,
      text: latest.current.value,
      names,
      onText: setTyped,
      onBlur: () => latest.current.take(),
      onDone: () => latest.current.take(),
      onDrop: () => {
        setTyped(undefined);
        made.setText(latest.current.value);
      },
    });
    editor.current = made;
    return () => made.destroy();
    // The editor is made once, and told what changes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useEffect(() => editor.current?.setNames(names), [plain.join()]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    if (typed === undefined) editor.current?.setText(value);
  }, [typed, value]);
  useEffect(() => {
    if (typed === undefined) return undefined;
    const timer = setTimeout(() => latest.current.take(), PAUSE);
    return () => clearTimeout(timer);
    // A formula that becomes readable without a key is taken too: a dial has come.
  }, [typed, refused === undefined]); // eslint-disable-line react-hooks/exhaustive-deps

  const before = shown.lastIndexOf('\n', (refused?.at ?? 0) - 1) + 1;
  return (
    <div className="border-b border-rule/60 py-1" title={parameter.help}>
      <div className="flex items-baseline justify-between">
        <span className="text-second">{parameter.label}</span>
        <select
          aria-label={`Examples for ${parameter.label}`}
          className="max-w-24 rounded-sm bg-transparent text-xs text-faint hover:bg-raised"
          value=""
          onChange={(event) => {
            setTyped(undefined);
            onChange(event.currentTarget.value);
          }}
        >
          <option value="">examples</option>
          {FORMULA_EXAMPLES[sort].map(({ name, text }) => (
            <option key={name} value={text} className="bg-panel">
              {name}
            </option>
          ))}
        </select>
      </div>
      <div
        ref={host}
        className={`num mt-0.5 rounded-sm border ${refused ? 'border-signal' : 'border-rule/60'}`}
        onKeyDown={(event) => event.stopPropagation()}
      />
      {refused && (
        <p role="alert" className="text-xs text-signal">
          <span className="num block pl-2 whitespace-pre" aria-hidden>
            {`${' '.repeat(Math.min(60, refused.at - before))}^`}
          </span>
          {refused.message}
          {refused.unknown !== undefined && canBeDial(refused.unknown) && (
            <button
              className="mt-0.5 block rounded-sm border border-signal px-1.5 py-0.5 hover:bg-signal hover:text-surround"
              title="Adds a dial of this name to the scene, with the value 1"
              onClick={() => addDialNamed(refused.unknown!, 1)}
            >
              Make “{refused.unknown}” a dial
            </button>
          )}
        </p>
      )}
      {!refused && sort !== 'mask' && <LiveValues text={shown} names={plain} />}
    </div>
  );
}
