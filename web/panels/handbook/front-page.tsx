/** Keys of the Studio, by where they work. */
const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    'Anywhere in the Studio',
    [
      ['F1', 'the handbook’s page about the control with the focus'],
      ['Space', 'play and pause'],
      [', .', 'one frame back, one frame on'],
      ['Home, End', 'the first and the last frame'],
      ['Ctrl+Z', 'undo; with Shift redo'],
      ['+', 'add a field'],
      ['/', 'find a setting or a thing of the scene'],
      ['B', 'switch between the two states of the desk'],
    ],
  ],
  [
    'On the ruler',
    [
      ['N', 'a marker at the playhead, to be named at once'],
      ['Shift+, Shift+.', 'to the marker before and after'],
      ['← →', 'on a marker: move it; Enter names it, Delete removes it'],
    ],
  ],
  [
    'On a strip',
    [
      ['← →', 'to the strip beside it'],
      ['Alt+← Alt+→', 'move it, also into a group and out of it'],
      ['M, O', 'mute, solo'],
      ['D', 'duplicate'],
      ['G', 'group the selected strips'],
      ['X', 'add it to the selection, as a click with Shift does: selected strips move together'],
      ['Ctrl+C, Ctrl+V', 'copy and paste, also to another scene'],
      ['Delete', 'delete it'],
    ],
  ],
  [
    'On the head of a group',
    [
      ['F', 'fold or unfold its members'],
      ['U', 'remove the group and keep its members'],
    ],
  ],
  [
    'On a fader or number',
    [
      ['↑ ↓', 'a step; with Shift a tenth of it'],
      ['Page keys', 'ten steps'],
      ['Double-press', 'the default'],
    ],
  ],
  [
    'In the view',
    [
      ['Arrow keys', 'orbit; with Shift pan; page keys go nearer and farther'],
      ['A, S, C', 'frame all, frame the selection, look through the shot camera'],
      ['1, 2, 3', 'from the front, the side, the top'],
      ['F', 'the picture as in the file, with all samples; or the quick one again'],
      ['D', 'arrows of the selected field or group, or of all fields; the menu “view” has streamlines, too'],
      ['V', 'the shot beside the view'],
    ],
  ],
];

const UNITS: readonly (readonly [string, string])[] = [
  ['lengths', 'metres, Y up, right-handed'],
  ['times', 'seconds, or frames where the unit says so'],
  ['masses', 'kilograms'],
  ['angles', 'degrees'],
  ['/f, %/f', 'per frame; the part that is replaced each frame, independent of the number of substeps'],
  [
    'w',
    'the weight of a field: falloff × modulators × send × active range × group, and × strength where it sets velocity or steers',
  ],
];

function Pairs({ pairs, columns }: { pairs: readonly (readonly [string, string])[]; columns: string }) {
  return (
    <dl className={`grid gap-x-3 gap-y-0.5 ${columns}`}>
      {pairs.map(([key, does]) => (
        <div key={key} className="contents">
          <dt className="num">{key}</dt>
          <dd className="text-second">{does}</dd>
        </div>
      ))}
    </dl>
  );
}

/** What the handbook is, units and keys. */
export function FrontPage() {
  return (
    <article className="max-w-220">
      <h1 className="text-xl font-semibold">Handbook</h1>
      <p className="mt-1 max-w-160">
        A page for every control of the Studio, with small live examples. F1 on any control opens its page beside your
        work.
      </p>
      <h2 className="mt-5 mb-1 font-semibold">Units</h2>
      <Pairs pairs={UNITS} columns="grid-cols-[6rem_1fr]" />
      <h2 className="mt-5 mb-1 font-semibold">Keys</h2>
      <div className="grid grid-cols-2 gap-x-8 gap-y-4">
        {KEYS.map(([where, keys]) => (
          <section key={where}>
            <h3 className="mb-0.5">{where}</h3>
            <Pairs pairs={keys} columns="grid-cols-[8rem_1fr]" />
          </section>
        ))}
      </div>
    </article>
  );
}
