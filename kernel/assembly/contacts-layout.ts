// Made from kernel/encoding/layout-source.mjs by `npm run kernel`. Change that, not this.

/** A body that particles may meet, bytes: its kind, flags, and contacts; then doubles. */
export const BODY: usize = 256;
export const SORT: usize = 0;
export const TRAITS: usize = 4;
/** How many have been put to rest on it. */
export const CONTACTS: usize = 8;
/** Its position, its rotation by rows, its scale. */
export const PLACE: usize = 16;
export const TURN: usize = 40;
export const SCALE: usize = 112;
/** Half of its thickness in its own scale; friction of what lies on it. */
export const HALF: usize = 120;
export const GRIP: usize = 128;
/** Half widths, or radius and half length; or the corners of all it may be met in. */
export const NUMBERS: usize = 136;
/** Kinds of bodies. */
export const PLANE: i32 = 0;
export const BOX: i32 = 1;
export const BALL: i32 = 2;
export const ROD: i32 = 3;
/** A body that is met nowhere but in its extent. */
export const EXTENT: i32 = 4;
/** A body that may be met anywhere. */
export const ANY: i32 = 5;
/** A container; a plane that is met from both sides. */
export const TURNED_IN: i32 = 1;
/** Particles lie on it as long as friction holds them. */
export const RESTS: i32 = 2;
