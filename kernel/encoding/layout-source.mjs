// The memory of the kernel, written once: where things lie, in bytes, and the words of its programs, four bytes each.
// `npm run kernel` makes kernel/encoding/layout.ts for the page and for Node.js, and kernel/assembly/layout.ts and
// its neighbours for the kernel itself.

/** Bytes from one column of a piece to the next. */
const COLUMN = 512;
/** Columns of a piece, one after another from byte 4096 on; vectors take three. */
const COLUMNS = [
  'LATE',
  'STEP',
  'DRIFTED*3',
  'WEIGHT',
  'LOCAL*3',
  'ACCELERATION*3',
  'MEDIUM*3',
  'RATE',
  'QUADRATIC',
  'HEARD',
  'WEIGHTS',
  'CURLS*3',
  'CORNERS',
];

function columns() {
  let at = 4096;
  return COLUMNS.map((column) => {
    const [name, wide = '1'] = column.split('*');
    const entry = { name, value: at };
    at += Number(wide) * COLUMN;
    return entry;
  });
}

const places = columns();
const placeOf = (wanted) => places.find(({ name }) => name === wanted).value;

/**
 * A constant of the kernel: its name there, its value, its type, and its name on the other side where that knows it.
 */
const byte = (name, value, page, doc) => ({ name, value, type: 'usize', page, doc });
const word = byte;
const whole = (name, value, page, doc) => ({ name, value, type: 'i32', page, doc });

export const program = [
  whole(
    'PIECE',
    COLUMN / 4,
    'PIECE',
    'Particles that are worked on together: all their columns stay in the nearest cache.',
  ),
  byte('Y', COLUMN, undefined, 'From the x of a vector to its y and z.'),
  byte('Z', 2 * COLUMN),
  byte('LATE', placeOf('LATE'), 'LATE', 'How much later than the others a particle is seen, s.'),
  byte('STEP', placeOf('STEP'), undefined, 'Its own step, s.'),
  byte('DRIFTED', placeOf('DRIFTED'), undefined, 'Where it drifts to in half of it.'),
  byte('WEIGHT', placeOf('WEIGHT'), undefined, 'Weights of the field that is summed.'),
  byte('LOCAL', placeOf('LOCAL'), undefined, 'Places in the frame of that field.'),
  byte(
    'ACCELERATION',
    placeOf('ACCELERATION'),
    'ACCELERATION',
    'Sums: acceleration, velocity of the medium, rate and quadratic drag.',
  ),
  byte('MEDIUM', placeOf('MEDIUM'), 'MEDIUM'),
  byte('RATE', placeOf('RATE'), 'RATE'),
  byte('QUADRATIC', placeOf('QUADRATIC'), 'QUADRATIC'),
  byte(
    'HEARD',
    placeOf('HEARD'),
    undefined,
    'Of noise: which fours of a piece it reaches, their weights, its sums; the corners of their simplices, 64 bytes each.',
  ),
  byte('WEIGHTS', placeOf('WEIGHTS')),
  byte('CURLS', placeOf('CURLS')),
  byte('CORNERS', placeOf('CORNERS')),
  byte('FOURS', 2048, undefined, 'The list of all fours of a piece.'),
  byte('SPARE', placeOf('CORNERS'), undefined, 'Room from one loop to the next, while no noise is summed.'),
  byte(
    'COLUMNS',
    64,
    'COLUMNS',
    'Where the columns of the run stand: x, y, z, vx, vy, vz, mass, drag, life; birth in doubles.',
  ),
  word('MASS', 6),
  word('DRAG', 7),
  word('LIFE', 8),
  word('BIRTH', 9, 'BIRTH'),
  byte(
    'BEGIN',
    128,
    'BEGIN',
    'When a step begins and ends, seconds, in doubles; the list of the dying; whether none of a block is born or dies in the step.',
  ),
  byte('END', 136),
  byte('DYING', 144, 'DYING'),
  byte('SETTLED', 148, 'SETTLED'),
  byte(
    'EXTRA',
    152,
    'EXTRA',
    'Where what others sum of a block stands, in doubles, 0 for nothing: acceleration, then velocity of the medium, if there is any.',
  ),
  byte('EXTRA_CARRIES', 156, 'EXTRA_CARRIES'),
  byte('MIDDLE', 160, 'MIDDLE', 'The middle of the step, seconds, in doubles.'),
  byte(
    'LOOKED',
    168,
    'LOOKED',
    'Where a block stands as others see it, in doubles: x, y, z, vx, vy, vz, mass, drag, life, time, step, age; x, y, z before.',
  ),
  byte('DOUBLES', 8192, undefined, 'From one column of a block in doubles to the next.'),
  byte('REMEMBERED', 172, 'REMEMBERED', 'Where the columns of a block before its step stand: x, y, z, vx, vy, vz.'),
  byte('FLOATS', 4096, undefined, 'From one of those columns to the next.'),
  byte('SPANS', 176, 'SPANS', 'Where its spans before and after it stand.'),
  byte('BODIES', 180, 'BODIES', 'Bodies that it may meet, and how many.'),
  byte('BODY_COUNT', 184, 'BODY_COUNT'),
  byte('OPEN', 188, 'OPEN', 'The list of particles that may meet them.'),
  byte('FRAMES', 192, 'FRAMES', 'Frames that the step lasts, in doubles.'),
  word(
    'ROWS',
    0,
    'HEAD.rows',
    'Words of the head of a program: where its rows begin and end; sums that are the same for all; whether any row carries, and anything slows by the square.',
  ),
  word('ROWS_END', 1, 'HEAD.rowsEnd'),
  word('EVEN_ACCELERATION', 2, 'HEAD.acceleration'),
  word('EVEN_MEDIUM', 5, 'HEAD.medium'),
  word('EVEN_RATE', 8, 'HEAD.rate'),
  word('EVEN_QUADRATIC', 9, 'HEAD.quadratic'),
  word('CARRIES', 10, 'HEAD.carries'),
  word('SQUARES', 11, 'HEAD.squares'),
  byte('ROW', 4 * 48, undefined, 'Bytes of a row: one field.'),
  word('KIND', 0, 'ROW.kind', 'Words of a row: its kind, and which parts of it there are.'),
  word('FLAGS', 1, 'ROW.flags'),
  word('TARGET', 2, 'ROW.target', 'Where its sums begin, bytes.'),
  word('ORIGIN', 3, 'ROW.origin', 'Its place, the inverse of its scale, its rotation by rows.'),
  word('SHRINK', 6, 'ROW.shrink'),
  word('ROTATION', 7, 'ROW.rotation'),
  word(
    'CURVE',
    16,
    'ROW.curve',
    'The curve of its weights, where they begin to fall and how steeply, and their height; the height alone where nothing bounds it.',
  ),
  word('INNER', 17, 'ROW.inner'),
  word('SLOPE', 18, 'ROW.slope'),
  word('SEND', 19, 'ROW.send'),
  word(
    'VECTOR',
    20,
    'ROW.vector',
    'A vector that is the same everywhere; of a vortex its lift, of noise the way it has drifted.',
  ),
  word('OWN', 23, 'ROW.own', 'Everything else that its kind needs.'),
  word('HALVES', 40, 'ROW.halves', 'Half the sides of the box that distances are measured from.'),
  whole('SAME', 0, 'KINDS.same', 'Kinds of rows.'),
  whole('CURL', 1, 'KINDS.curl'),
  whole('VORTEX', 2, 'KINDS.vortex'),
  whole('PULL', 3, 'KINDS.pull'),
  whole('SLOW', 4, 'KINDS.slow'),
  whole('MOVED', 1, 'FLAGS.moved', 'Flags of a row.'),
  whole('TURNED', 2, 'FLAGS.turned'),
  whole('BOUNDED', 4, 'FLAGS.bounded'),
  whole('WEIGHTY', 8, 'FLAGS.weighty', 'Over the mass of each particle.'),
  whole('DRIFTS', 16, 'FLAGS.drifts'),
  whole('SIZED', 32, 'FLAGS.sized', 'Brought to one size.'),
  whole('GATHERS', 64, 'FLAGS.gathers', 'With a pull to the axis.'),
  whole('ALIKE', 128, 'FLAGS.alike', 'Placed and weighed as the row before it.'),
  whole('UPRIGHT', 256, 'FLAGS.upright', 'About y.'),
  whole('BOXED', 512, 'FLAGS.boxed', 'Measured from a box that is not a mere point.'),
  whole('INVERTED', 1024, 'FLAGS.inverted', '1 outside, 0 inside the inner radius.'),
];

export const births = [
  byte('DESCRIPTOR', 24576, 'BIRTHS.at', 'Where the descriptor of births stands; its words.'),
  word('STREAM', 0, 'BIRTHS.stream'),
  word('SHAPE', 1, 'BIRTHS.shape'),
  word('ALONG', 2, 'BIRTHS.along'),
  word('FLAGS', 3, 'BIRTHS.flags'),
  word('SIZES', 4, 'BIRTHS.sizes', 'Sides of a box; or the radius.'),
  word('PICKS', 7, 'BIRTHS.picks', 'The purposes of the numbers that a place is drawn by.'),
  word('POSITION', 10, 'BIRTHS.position'),
  word('SCALE', 13, 'BIRTHS.scale'),
  word('ROTATION', 14, 'BIRTHS.rotation'),
  word('DIRECTION', 23, 'BIRTHS.direction'),
  word('OPENING', 26, 'BIRTHS.opening', '1 less the cosine of the cone that directions are spread over.'),
  word('SPEED', 27, 'BIRTHS.numbers', 'Value, variance, purpose and least of each of the numbers that are drawn.'),
  word('LIFE', 31),
  word('MASS', 35),
  word('DRAG', 39),
  word('SIZE', 43),
  word('CONE', 47, 'BIRTHS.cone', 'Purposes of the two numbers of a cone, and of a direction where there is none.'),
  word('ANY_WAY', 49),
  word(
    'AT',
    51,
    undefined,
    'Where the columns begin, one after another: numbers, x, y, z, vx, vy, vz, life, mass, drag, size, hash randoms.',
  ),
  word('WORDS', 52, 'BIRTHS.size'),
];

export const contacts = [
  byte(
    'BODY',
    256,
    'BODY.bytes',
    'A body that particles may meet, bytes: its kind, flags, and contacts; then doubles.',
  ),
  byte('SORT', 0, 'BODY.sort'),
  byte('TRAITS', 4, 'BODY.traits'),
  byte('CONTACTS', 8, 'BODY.contacts', 'How many have been put to rest on it.'),
  byte('PLACE', 16, 'BODY.place', 'Its position, its rotation by rows, its scale.'),
  byte('TURN', 40),
  byte('SCALE', 112),
  byte('HALF', 120, 'BODY.half', 'Half of its thickness in its own scale; friction of what lies on it.'),
  byte('GRIP', 128),
  byte(
    'NUMBERS',
    136,
    'BODY.numbers',
    'Half widths, or radius and half length; or the corners of all it may be met in.',
  ),
  whole('PLANE', 0, 'BODIES_OF.plane', 'Kinds of bodies.'),
  whole('BOX', 1, 'BODIES_OF.box'),
  whole('BALL', 2, 'BODIES_OF.ball'),
  whole('ROD', 3, 'BODIES_OF.rod'),
  whole('EXTENT', 4, 'BODIES_OF.extent', 'A body that is met nowhere but in its extent.'),
  whole('ANY', 5, 'BODIES_OF.any', 'A body that may be met anywhere.'),
  whole('TURNED_IN', 1, 'TRAITS.turnedIn', 'A container; a plane that is met from both sides.'),
  whole('RESTS', 2, 'TRAITS.rests', 'Particles lie on it as long as friction holds them.'),
];

/** Constants that the kernel itself has no use for. */
export const page = [
  word('HEAD_SIZE', 16, 'HEAD.size'),
  word('ROW_SIZE', 48, 'ROW.size'),
  byte('PROGRAM', 25600, 'PROGRAM', 'The program: its head, its rows, the octaves of its noises.'),
  byte('PROGRAM_END', 196608, 'PROGRAM_END'),
  byte('FREE', 196608, 'FREE', 'Where the room for runs begins.'),
  word('OCTAVE', 4, 'OCTAVE', 'Words of an octave.'),
];

const MADE = '// Made from kernel/encoding/layout-source.mjs by `npm run kernel`. Change that, not this.\n\n';
const docOf = ({ doc }) => (doc ? `/** ${doc} */\n` : '');

/** A file of the kernel. */
const assembly = (entries) =>
  MADE + entries.map((e) => `${docOf(e)}export const ${e.name}: ${e.type} = ${e.value};\n`).join('');

/** kernel/encoding/layout.ts: numbers, and groups of numbers by name. */
function layout() {
  const known = [...program, ...births, ...contacts, ...page].filter(({ page: name }) => name);
  const groups = new Map();
  let text = MADE;
  for (const entry of known) {
    const [group, member] = entry.page.split('.');
    if (member === undefined) text += `${docOf(entry)}export const ${group} = ${entry.value};\n`;
    else groups.set(group, [...(groups.get(group) ?? []), [member, entry]]);
  }
  text +=
    "/** Float columns of a run, in their order. */\nexport const RUN_COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'mass', 'drag', 'life'] as const;\n";
  for (const [group, members] of groups)
    text += `\n${docOf(members[0][1])}export const ${group} = {\n${members.map(([name, { value }]) => `  ${name}: ${value},\n`).join('')}} as const;\n`;
  return text;
}

/** Every file that is made from this one, by its path. */
export const layouts = () => ({
  'kernel/encoding/layout.ts': layout(),
  'kernel/assembly/layout.ts': assembly(program),
  'kernel/assembly/contacts-layout.ts': assembly(contacts),
  'kernel/assembly/births-layout.ts': assembly(births.filter(({ name }) => name !== 'WORDS')),
});
