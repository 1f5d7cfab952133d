import { autocompletion, completionKeymap, type Completion } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import { linter } from '@codemirror/lint';
import { Compartment, EditorState, Transaction } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { FUNCTIONS } from '../../../core/lib/formula/functions';
import { refusalOf } from '../../../core/lib/formula/formula';
import { CONSTANTS, WORD_SIGNS } from '../../../core/lib/formula/parse';

/** A name that a formula may use. */
export interface FormulaName {
  readonly name: string;
  readonly help: string;
}

/** How the parts of a formula are told apart: by brightness, not by hue; what is not known is red. */
function languageOf(names: readonly FormulaName[]) {
  const known = new Set(names.map(({ name }) => name));
  return StreamLanguage.define<{ own: string[] }>({
    startState: () => ({ own: [] }),
    copyState: ({ own }) => ({ own: [...own] }),
    token(stream, state) {
      if (stream.eatSpace()) return null;
      if (stream.match(/^(\d+\.?\d*|\.\d+)(e[+-]?\d+)?/i)) return 'number';
      const word = stream.match(/^[A-Za-z_]\w*/);
      if (word && typeof word !== 'boolean') {
        const [name] = word;
        if (stream.match(/^\s*=(?!=)/, false)) {
          state.own.push(name);
          return 'definition';
        }
        if (known.has(name) || state.own.includes(name) || Object.hasOwn(CONSTANTS, name)) return 'variableName';
        return Object.hasOwn(FUNCTIONS, name) || (WORD_SIGNS as readonly string[]).includes(name)
          ? 'keyword'
          : 'invalid';
      }
      stream.next();
      return 'operator';
    },
    tokenTable: { definition: tags.definition(tags.variableName) },
  });
}

const STYLE = HighlightStyle.define([
  { tag: tags.number, color: 'var(--color-text)' },
  { tag: tags.variableName, color: 'var(--color-text)', fontWeight: '600' },
  { tag: tags.definition(tags.variableName), color: 'var(--color-text)', textDecoration: 'underline' },
  { tag: tags.keyword, color: 'var(--color-second)' },
  { tag: tags.operator, color: 'var(--color-faint)' },
  { tag: tags.invalid, color: 'var(--color-signal)' },
]);

const THEME = EditorView.theme(
  {
    '&': { fontSize: '12px', color: 'var(--color-text)', backgroundColor: 'transparent' },
    '&.cm-focused': { outline: '1px solid var(--color-lamp)' },
    '.cm-content': { fontFamily: 'inherit', caretColor: 'var(--color-lamp)', padding: '3px 2px' },
    '.cm-cursor': { borderLeftColor: 'var(--color-lamp)' },
    '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': { backgroundColor: 'var(--color-rule)' },
    '.cm-tooltip': {
      backgroundColor: 'var(--color-panel)',
      border: '1px solid var(--color-rule)',
      color: 'var(--color-text)',
    },
    '.cm-tooltip-autocomplete > ul > li[aria-selected]': {
      backgroundColor: 'var(--color-raised)',
      color: 'var(--color-lamp)',
    },
    '.cm-completionDetail': { fontStyle: 'normal', color: 'var(--color-faint)' },
    '.cm-lintRange-error': { backgroundImage: 'none', textDecoration: 'underline wavy var(--color-signal)' },
  },
  { dark: true },
);

function completionsOf(names: readonly FormulaName[]): readonly Completion[] {
  return [
    ...names.map(({ name, help }): Completion => ({ label: name, detail: help, type: 'variable' })),
    ...Object.entries(FUNCTIONS).map(
      ([name, { help }]): Completion => ({ label: name, detail: help, type: 'function', apply: `${name}(` }),
    ),
    ...Object.keys(CONSTANTS).map((name): Completion => ({ label: name, type: 'constant' })),
    ...WORD_SIGNS.map((name): Completion => ({ label: name, type: 'keyword' })),
  ];
}

/** What an editor is made with. */
export interface EditorOptions {
  readonly parent: HTMLElement;
  readonly label: string;
  readonly text: string;
  readonly names: readonly FormulaName[];
  onText(text: string): void;
  onBlur(): void;
  onDone(): void;
  onDrop(): void;
}

/** An editor of a formula: parts told apart, names and functions completed, what is wrong marked at its character. */
export class FormulaEditor {
  private readonly view: EditorView;
  private readonly language = new Compartment();

  constructor({ parent, label, text, names, onText, onBlur, onDone, onDrop }: EditorOptions) {
    const act = (does: () => void) => () => {
      does();
      return true;
    };
    this.view = new EditorView({
      parent,
      state: EditorState.create({
        doc: text,
        extensions: [
          keymap.of([...completionKeymap, { key: 'Mod-Enter', run: act(onDone) }, { key: 'Escape', run: act(onDrop) }]),
          keymap.of([...historyKeymap, ...defaultKeymap]),
          history(),
          this.language.of(this.languageExtensions(names)),
          syntaxHighlighting(STYLE),
          THEME,
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': label, spellcheck: 'false' }),
          EditorView.updateListener.of((update) => {
            const typed = update.transactions.some((t) => t.docChanged && t.annotation(Transaction.remote) !== true);
            if (typed) onText(update.state.doc.toString());
          }),
          EditorView.domEventHandlers({ blur: () => onBlur() }),
        ],
      }),
    });
  }

  private languageExtensions(names: readonly FormulaName[]) {
    const options = completionsOf(names);
    return [
      languageOf(names),
      autocompletion({
        icons: false,
        override: [
          (context) => {
            const word = context.matchBefore(/[A-Za-z_]\w*/);
            return word || context.explicit ? { from: word?.from ?? context.pos, options, validFor: /^\w*$/ } : null;
          },
        ],
      }),
      linter(
        ({ state }) => {
          const text = state.doc.toString();
          const refused = refusalOf(
            text,
            names.map(({ name }) => name),
          );
          if (!refused) return [];
          const from = Math.min(refused.at, Math.max(0, text.length - 1));
          const word = /^\w+/.exec(text.slice(from))?.[0].length ?? 1;
          return [{ from, to: Math.min(text.length, from + word), severity: 'error', message: refused.message }];
        },
        { delay: 200 },
      ),
    ];
  }

  /** Takes other names, as when a dial comes or goes. */
  setNames(names: readonly FormulaName[]): void {
    this.view.dispatch({ effects: this.language.reconfigure(this.languageExtensions(names)) });
  }

  /** Shows another text, that was not typed here. */
  setText(text: string): void {
    const { doc } = this.view.state;
    if (doc.toString() === text) return;
    this.view.dispatch({
      changes: { from: 0, to: doc.length, insert: text },
      annotations: Transaction.remote.of(true),
    });
  }

  destroy(): void {
    this.view.destroy();
  }
}
