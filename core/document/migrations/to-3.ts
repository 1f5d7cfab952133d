import { isRecord } from '../check-values';
import { renamed, renamedPath, reversed, type Renames } from './renames';

const look: Renames = {
  names: { gain: 'brightness', gainBy: 'brighten', mixing: 'interpolation' },
  values: { blend: { add: 'additive', over: 'normal' } },
  kinds: { links: { names: { reach: 'largestDistance', most: 'mostLines' } } },
};

const place: Renames = { values: { follows: { whole: 'transform' } } };

const response: Renames = { names: { slip: 'tangentialGain', slipVariance: 'tangentialVariation' } };

const automation: Renames = {
  names: { acts: 'combination' },
  values: { acts: { replaces: 'replace', adds: 'add', multiplies: 'multiply' } },
  kinds: Object.fromEntries(
    ['wave', 'drift', 'gust', 'pulse', 'loudness'].map((kind) => [
      kind,
      { names: { low: 'outputMin', high: 'outputMax' } },
    ]),
  ),
};

const moving = { names: { drives: 'automations' }, maps: { drives: automation } };

const placed = {
  names: { ...moving.names, place: 'transform' },
  parts: { place },
  maps: moving.maps,
} satisfies Renames;

const weighted = {
  names: { extent: 'falloff', profile: 'curve' },
  parts: {
    extent: { names: { core: 'inner', reach: 'outer' } },
    modulators: {
      names: {
        inLow: 'inputMin',
        inHigh: 'inputMax',
        outLow: 'outputMin',
        outHigh: 'outputMax',
        followPlace: 'followTransform',
      },
    },
  },
} satisfies Renames;

const emitter: Renames = {
  names: {
    ...placed.names,
    amounts: 'emission',
    bond: 'body',
    besides: 'addedLooks',
    maskMode: 'rejectedBirths',
  },
  values: { maskMode: { keep: 'try-again', thin: 'drop' } },
  maps: placed.maps,
  parts: {
    place,
    amounts: {
      kinds: {
        rate: { names: { moments: 'timing', per: 'rateUnit' } },
        burst: { names: { at: 'timing' } },
      },
    },
    birth: {
      names: {
        lifeSpread: 'lifeDistribution',
        along: 'launchDirection',
        inherit: 'inheritedMotion',
        spinBy: 'spinUnit',
      },
      values: {
        lifeSpread: { even: 'uniform', tail: 'long-tailed' },
        spinBy: { time: 'second', way: 'metre' },
      },
    },
    bond: {
      kinds: {
        free: { kind: 'points' },
        strand: { kind: 'strands', names: { swings: 'stiffness', bow: 'bendAtRest' } },
        net: {
          kind: 'soft-mesh',
          names: {
            keep: 'shapeStiffness',
            edges: 'edgeStiffness',
            folds: 'foldStiffness',
            share: 'pinnedAmount',
          },
        },
      },
    },
    look,
    besides: look,
  },
};

const field: Renames = {
  names: {
    ...placed.names,
    ...weighted.names,
    spanned: 'limitedRange',
    from: 'activeFrom',
    until: 'activeUntil',
    also: 'furtherRanges',
    pace: 'targetSpeed',
  },
  values: {
    actsAs: {
      carry: 'flow',
      drive: 'set-velocity',
      shift: 'move',
      slow: 'drag',
      confine: 'speed-limit',
      level: 'mask',
    },
  },
  maps: placed.maps,
  parts: {
    ...weighted.parts,
    place,
    settings: {
      kinds: {
        level: { kind: 'mask' },
        path: { values: { form: { extent: 'falloff' } } },
        vortex: { names: { gather: 'inwardPull' } },
        wind: { names: { tow: 'ownMotion' } },
        attractor: { names: { swallow: 'absorbWithin' } },
        flock: {
          names: {
            apart: 'separationRadius',
            seen: 'alignmentRadius',
            together: 'cohesionRadius',
            view: 'angleOfView',
            among: 'flocks',
          },
        },
        texture: {
          names: { does: 'mapping', edges: 'outside' },
          values: {
            does: { level: 'push-and-pull', slope: 'downhill', flow: 'colours-as-flow' },
            edges: { none: 'nothing', clamp: 'edge-pixel' },
          },
        },
        grid: { names: { edges: 'outside' }, values: { edges: { cut: 'nothing', clamp: 'edge-value' } } },
        formula: { names: { does: 'output' }, values: { does: { slope: 'downhill', level: 'one-direction' } } },
      },
    },
  },
};

const group: Renames = {
  names: { ...placed.names, ...weighted.names },
  maps: placed.maps,
  parts: { ...weighted.parts, place },
};

const desk = { fields: field, groups: group, desk: moving };

/** Every name that version 3 changed, in the words that stand on the screen. */
const NAMES: Renames = {
  names: {
    whole: 'sceneTransform',
    draftShare: 'draftFraction',
    flat: 'keepFlat',
    plates: 'imageSequence',
  },
  parts: {
    time: moving,
    camera: moving,
    light: moving,
    bounds: moving,
    output: {
      names: {
        ...moving.names,
        behind: 'backdrop',
        top: 'topColour',
        plate: 'backdropImage',
        plateFrom: 'sequenceStart',
        plateEnds: 'outsideSequence',
        sizes: 'particleScale',
        white: 'whitePoint',
        glowFrom: 'glowThreshold',
      },
      values: { behind: { plate: 'image', sequence: 'image-sequence' } },
      maps: moving.maps,
    },
    whole: placed,
    emitters: emitter,
    ...desk,
    keptDesk: { parts: desk },
    colliders: {
      names: {
        ...placed.names,
        turns: 'addsSpin',
        splitKeeps: 'parentSurvives',
        splitKick: 'ejectionSpeed',
      },
      maps: placed.maps,
      parts: { place, response },
    },
    carriers: {
      names: { ...placed.names, moved: 'motion', back: 'springBack' },
      values: { moved: { keys: 'keyframes' } },
      maps: placed.maps,
      parts: { place },
    },
    zones: {
      names: {
        ...placed.names,
        ...weighted.names,
        into: 'effect',
        tinted: 'tintAmount',
        sizes: 'sizeFactor',
      },
      values: { into: { variant: 'assign-variant', out: 'remove' } },
      maps: placed.maps,
      parts: { ...weighted.parts, place },
    },
    dials: moving,
  },
};

/** Members that hold a formula, wherever they stand. */
const FORMULAS = ['formula', 'fx', 'fy', 'fz', 'height'];

const word = (name: string) => new RegExp(`(?<![\\p{L}\\p{N}_])${name}(?![\\p{L}\\p{N}_])`, 'gu');

/** A formula with its names as version 3 reads them: a particle’s number was `key`. */
function rereadFormula(text: string, taken: readonly string[]): string {
  let now = text;
  for (const name of ['number', 'along'])
    if (taken.includes(name)) now = now.replace(word(name), `${name}_dial`);
    else if (name === 'number') now = now.replace(word(name), 'number_own');
  return now.replace(word('key'), 'number');
}

/** Every formula of a part, and every name of a dial, as version 3 reads them. */
function reread(part: unknown, taken: readonly string[]): unknown {
  if (Array.isArray(part)) return part.map((item: unknown) => reread(item, taken));
  if (!isRecord(part)) return part;
  return Object.fromEntries(
    Object.entries(part).map(([name, value]) => {
      if (typeof value !== 'string') return [name, reread(value, taken)];
      if (FORMULAS.includes(name)) return [name, rereadFormula(value, taken)];
      return [name, name === 'dial' && taken.includes(value) ? `${value}_dial` : value];
    }),
  );
}

/** Dials of a document with the names that the language of formulas has taken since. */
function takenDials(dials: unknown): string[] {
  const names = Array.isArray(dials) ? dials.map((dial: unknown) => (isRecord(dial) ? dial['name'] : undefined)) : [];
  return names.filter((name): name is string => name === 'number' || name === 'along');
}

/** A document with another name for those dials. */
function withFreeDials(document: Record<string, unknown>, taken: readonly string[]): Record<string, unknown> {
  const { dials } = document;
  if (taken.length === 0 || !Array.isArray(dials)) return document;
  const freed = (dial: unknown) => {
    const name = isRecord(dial) ? dial['name'] : undefined;
    return taken.some((one) => one === name) ? { ...(dial as object), name: `${String(name)}_dial` } : dial;
  };
  return { ...document, dials: dials.map(freed) };
}

/**
 * Version 3 stores everything under the words that stand on the screen. Nothing else changes: a document of version 2
 * means the same under the new names.
 */
export function toVersion3(document: Record<string, unknown>): Record<string, unknown> {
  const taken = takenDials(document['dials']);
  const reworded = renamed(NAMES, reread(withFreeDials(document, taken), taken)) as Record<string, unknown>;
  return { ...reworded, version: 3 };
}

const BACK = reversed(NAMES);

/**
 * The path of a number as version 2 wrote it. The random automation of a number is drawn by this name, so that scenes
 * move as they did before version 3.
 */
export function pathInVersion2(sort: string, thing: object, path: string): string {
  const part = BACK.parts?.[sort];
  return part ? renamedPath(part, thing, path) : path;
}
