import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { renderParameters } from '../../../core/document/descriptions';
import { defaultsOf } from '../../../core/document/parameters';
import type { RenderSetUp } from '../../../core/document/scene';

/** A way of rendering under a name, for any scene. */
interface Preset {
  readonly name: string;
  readonly setUp: RenderSetUp;
}

interface Presets {
  readonly presets: readonly Preset[];
  /** Keeps a way of rendering; one of the same name is replaced. */
  keep(name: string, setUp: RenderSetUp): void;
  forget(name: string): void;
}

/** A way of rendering without the frames and the name of files, which are those of a scene. */
const ofAnyScene = (setUp: RenderSetUp): RenderSetUp => ({
  ...setUp,
  wholeShot: true,
  from: 0,
  through: 0,
  pattern: '',
});

/** Ways of rendering that a person kept; they stay in the browser. */
export const usePresets = create<Presets>()(
  persist(
    (set) => ({
      presets: [],
      keep: (name, setUp) =>
        set(({ presets }) => ({
          presets: [...presets.filter((one) => one.name !== name), { name, setUp: ofAnyScene(setUp) }],
        })),
      forget: (name) => set(({ presets }) => ({ presets: presets.filter((one) => one.name !== name) })),
    }),
    {
      name: 'bathyclast-render-presets',
      partialize: ({ presets }) => ({ presets }),
      // Presets of an older version lack what has come since.
      merge: (kept, now) => ({
        ...now,
        presets: ((kept as Partial<Presets> | undefined)?.presets ?? []).map(({ name, setUp }) => ({
          name,
          setUp: { ...defaultsOf(renderParameters), ...setUp },
        })),
      }),
    },
  ),
);
