/** The weight map that pages on painted weights use: an S across the ground. */
export const WEIGHT_MAPS = [
  {
    id: 'weights',
    name: 'Weights',
    surface: 'card',
    width: 2.4,
    depth: 2.4,
    strokes: [
      {
        radius: 0.35,
        softness: 0.6,
        strength: 1,
        lines: [
          Array.from({ length: 25 }, (_, i) =>
            [i / 12 - 1, 0, 0.6 * Math.sin(i / 4), 0, 1, 0].map((n) => Number(n.toFixed(3))),
          ).flat(),
        ],
      },
    ],
  },
];
