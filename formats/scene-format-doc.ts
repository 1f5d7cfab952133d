import { seriesParameters } from '../core/document/descriptions/series';
import { actions } from '../core/kinds/actions';
import { emissionKinds } from '../core/kinds/emission';
import { allowed } from '../core/document/check-values';
import type { Description, Parameter } from '../core/document/parameters';
import type { Documented, Kind, Registry } from '../core/document/registry';
import { bodies } from '../core/kinds/bodies';
import { colliderShapes } from '../core/kinds/colliders';
import { falloffShapes } from '../core/kinds/falloff-shapes';
import { fields } from '../core/kinds/fields';
import type { FieldKind } from '../core/kinds/contracts/field';
import { gates } from '../core/kinds/gates';
import { rules } from '../core/kinds/group-rules';
import { looks } from '../core/kinds/looks';
import { masks } from '../core/kinds/masks';
import { meshSources } from '../core/kinds/meshes';
import { modulators } from '../core/kinds/modulators';
import { EASES } from '../core/document/keys/keys';
import { falloffCurves } from '../core/kinds/curves';
import { curveCommon } from '../core/kinds/curves/curve';
import { responses } from '../core/kinds/responses';
import * as scene from '../core/document/descriptions';
import { MOST, SCENE_FORMAT, SCENE_VERSION } from '../core/document/scene';
import { automationKinds } from '../core/kinds/automation';
import { LONGEST_SOUND } from '../core/kinds/automation/envelope';
import { MOST_POINTS } from '../core/lib/grids/vector-grid';
import { shapes } from '../core/kinds/emitter-shapes';
import { table } from './markdown';
import { FILE_LIMITS } from './package';
import { IMAGE_LIMITS } from './image';
import { MESH_LIMITS } from './mesh-file';

const code = (text: string) => `\`${text}\``;

function unitOf(parameter: Parameter): string {
  if (!('unit' in parameter) || parameter.unit === '') return '';
  return parameter.unit === '=' ? 'as the strength' : parameter.unit;
}

function membersOf(description: Description): string {
  if (Object.keys(description).length === 0) return 'No members of its own.';
  const rows = Object.entries(description).map(([name, p]) => [
    `\`${name}\``,
    unitOf(p),
    `\`${JSON.stringify(p.default)}\``,
    allowed(p),
    p.help,
  ]);
  return table(['member', 'unit', 'default', 'allowed', 'what it does'], rows);
}

function kinds<K extends Kind>(registry: Registry<K>, more: (kind: K) => string = () => ''): string {
  return registry.list
    .map((kind) => `#### \`${kind.kind}\`\n\n${kind.summary}${more(kind)}\n\n${membersOf(kind.parameters)}`)
    .join('\n\n');
}

const formulaOf = ({ formula, source }: Documented) => ` Formula: ${formula} (${source}).`;

function strengthOf({ strength, actions: ways }: FieldKind): string {
  const least = strength.min === undefined ? '' : `, from ${strength.min}`;
  return ` Default strength ${strength.default}${least}; acts as ${ways.join(', ')}, the first by default.`;
}

const EXAMPLE = {
  format: SCENE_FORMAT,
  version: SCENE_VERSION,
  name: 'First plume',
  emitters: [
    { id: 'mouth', name: 'Mouth', shape: { kind: 'disc', radius: 0.2 }, emission: [{ kind: 'rate', rate: 300 }] },
  ],
  fields: [{ id: 'rise', name: 'Rise', settings: { kind: 'gravity', direction: [0, 1, 0] }, strength: 1.5 }],
};

/** The scene format as Markdown, from the same descriptions that check it. */
export function sceneFormatDoc(): string {
  return `# The scene format, version ${SCENE_VERSION}

This page is made by \`npm run docs\` from the descriptions that validate scenes; a test holds the two together.
Change the descriptions, not the page.

A scene file is either a JSON document, or a package: a zip (\`.bathyclast\`) that holds the document as
\`scene.json\`, its images as \`images/<hash>.png\`, its meshes as \`meshes/<hash>.glb\` and its grids of vectors as
\`grids/<hash>.vti\`. Both are read everywhere. Lengths are in metres, times in seconds, frames in frames, masses in
kilograms, angles in degrees; axes are right-handed with Y up. Frame f is at f / fps seconds.

A least scene, which can be written by hand. Whatever has a default may be left out:

\`\`\`json
${JSON.stringify(EXAMPLE, null, 2)}
\`\`\`

\`bathyclast validate FILE\` lists every fault with its place. Unknown members are faults, so that a typing
mistake is not passed over. Limits: a file of ${FILE_LIMITS.bytes} bytes, ${FILE_LIMITS.unpacked} unpacked,
${FILE_LIMITS.entries} entries, ${FILE_LIMITS.json} bytes of JSON nested 32 deep; images of
${IMAGE_LIMITS.bytes} bytes and ${IMAGE_LIMITS.pixels} pixels; ${MOST.emitters} emitters, ${MOST.fields} fields in
${MOST.groups} groups, ${MOST.colliders} colliders,
${MOST.carriers} carriers, ${MOST.meshes} meshes of ${MESH_LIMITS.triangles} triangles, ${MOST.images} images;
${MOST.emission} emissions and ${MOST.masks} masks an emitter, ${MOST.keys} keys a number.

## The document

| member | what it is |
| --- | --- |
| \`format\` | always \`"${SCENE_FORMAT}"\` |
| \`version\` | \`${SCENE_VERSION}\`; older ones are read and brought up to it, a newer one is refused |
| \`name\` | a text of 1 to ${MOST.name} characters |
| \`time\`, \`camera\`, \`output\`, \`work\`, \`bounds\`, \`sceneTransform\`, \`desk\` | objects, below |
| \`keptDesk\` | another state of the desk, \`{ "fields", "groups", "desk" }\`, or \`null\` |
| \`emitters\`, \`fields\`, \`groups\`, \`colliders\`, \`carriers\`, \`zones\`, \`dials\`, \`meshes\`, \`images\`, \`imageSequence\`, \`grids\`, \`sounds\`, \`markers\`, \`renders\` | lists, below |

${membersOf(scene.sceneParameters)}

### \`time\`

${membersOf(scene.timeParameters)}

The run starts \`preRoll\` frames before \`first\`. Keyframes and automations of \`time\`, \`camera\`, \`output\` and \`light\`
stand on frames of the shot; all others on frames of the scene’s own time, which are the same where \`scale\` is 1.

### \`camera\`: the shot camera

${membersOf(scene.cameraParameters)}

### \`output\`: the picture

${membersOf(scene.outputParameters)}

### \`light\`: the light on meshes and surfaces, and the fog

${membersOf(scene.lightParameters)}

### \`work\`: the view while working

${membersOf(scene.workParameters)}

### \`bounds\`: the scene box

${membersOf(scene.boundsParameters)}

### \`sceneTransform\`: the finished result

A \`transform\` and \`keys\` that move, rotate and scale everything that is drawn. The simulation stays the same. And:

${membersOf(scene.sceneTransformParameters)}

### \`transform\` of emitters, fields, colliders, carriers and the scene

${membersOf(scene.transformParameters)}

### \`keys\`

An object of lists by the path of the number in its thing, such as \`transform.position\`, \`strength\`,
\`settings.direction\`, \`falloff.outer\`, \`modulators.0.amount\`, \`emission.0.rate\`, \`birth.drag\` or
\`look.opacity\`. Every number and vector can have keyframes, except seeds, bursts, gates, active ranges and the
numbers by which frames are counted; \`time\`, \`camera\`, \`output\`, \`light\`, \`bounds\` and \`desk\` have keyframes and automations of their own. A key
is \`{ "frame", "value", "ease" }\` at a whole frame, in rising order; \`ease\` gives the interpolation to the
next: ${EASES.map(code).join(', ')} (smooth is 3t² − 2t³; a curve may have \`handles\` [x₁, y₁, x₂, y₂] as in CSS
Easing Functions Level 1, else those of ease-in-out). Before the first key and after the last the value holds. Keys
take the place of the fixed value.

### \`automations\`

An object by path, like \`keys\`. The components of a vector end in \`.0\`, \`.1\`, \`.2\`; the automation of an entire
vector rotates it by degrees about \`about\`, [0, 1, 0] if left out. An automation is \`{ "kind", … }\`. It replaces,
adds to or multiplies the fixed or keyframed value. It is computed on whole frames and is linear between them.

${kinds(automationKinds, formulaOf)}

## Emitters

\`id\` (1 to 40 letters, digits and hyphens, unlike all others), \`name\`, \`transform\`, \`keys\`, \`automations\`, \`shape\`,
\`masks\`, \`emission\`, \`gate\`, \`birth\`, \`body\`, \`look\`, \`addedLooks\` (up to ${MOST.addedLooks} further looks,
drawn over the first), and:

${membersOf(scene.emitterParameters)}

### \`shape\`: \`{ "kind": …, … }\`

${kinds(shapes)}

### \`masks\`: a list of \`{ "kind": …, … }\`

Each gives a chance 0 … 1 at a place of the shape; they multiply.

${kinds(masks)}

### \`emission\`: a list of \`{ "kind": …, … }\`

A particle's number is row · 2²⁸ + k: \`row\` counts the emissions from 0, \`k\` the births from 1. It never changes.

${kinds(emissionKinds)}

### \`gate\`: \`{ "kind": …, … }\`

Holds for whole frames: its answer for frame f is that of [f, f + 1). Left out, it is \`always\`.

${kinds(gates)}

### \`birth\`

Variance V means value + V · (2u − 1), with u looked up from the particle's number.

${membersOf(scene.birthParameters)}

### \`body\`: \`{ "kind": …, … }\`

How the particles of one birth are connected. A birth of a strand or of a soft mesh is several particles; particle j of
the k-th birth of emission row r has the number r · 2²⁸ + k · points + j.

${kinds(bodies, formulaOf)}

### \`look\` and each of \`addedLooks\`: \`{ "kind": …, … }\`

${kinds(looks)}

## Fields

They act in their order. \`id\`, \`name\`, \`transform\`, \`keys\`, \`automations\`, \`settings\` (the kind), \`actsAs\`,
\`falloff\`, \`curve\`, \`modulators\`, \`sends\` (by emitter id, 0 … 2; an emitter that is not named is sent 1),
and:

${membersOf(scene.fieldParameters)}

The default strength is that of the kind; for set velocity, steer and speed limit it is that of the way of acting.

### \`settings\`: \`{ "kind": …, … }\`

${kinds(fields, (field) => formulaOf(field) + strengthOf(field))}

### \`actsAs\`

${actions.list.map((a) => `- \`${a.kind}\`${a.unit ? ` (${a.unit})` : ''}: ${a.summary} ${a.formula}`).join('\n')}

### \`falloff\`: \`{ "kind": …, … }\`

Left out, it is \`everywhere\`. The inner radius may not be larger than the outer.

${kinds(falloffShapes, formulaOf)}

### \`curve\`: \`{ "kind": …, "slope": …, "invert": … }\`

${membersOf(curveCommon)}

${kinds(falloffCurves, formulaOf)}

### \`modulators\`: a list of \`{ "kind": …, … }\`

Up to ${MOST.modulators}; they multiply the weight.

${kinds(modulators, formulaOf)}

## Groups

\`id\` (unlike those of the fields, too), \`name\`, \`transform\`, \`keys\`, \`automations\`, \`rule\`, \`falloff\`,
\`curve\`, \`modulators\`, \`sends\`, and:

${membersOf(scene.groupParameters)}

Fields and groups name the group they stand in as \`group\`. A group stands where the first of its fields does. Its
members all act in the same way; groups may not stand in one another in a circle, and no modulator may read a group
that it belongs to.

### \`rule\`

${rules.list.map((r) => `- \`${r.kind}\`: ${r.summary} ${r.formula}`).join('\n')}

## \`desk\`: what holds for all fields

${membersOf(scene.deskParameters)}

## Colliders

\`id\`, \`name\`, \`transform\`, \`keys\`, \`automations\`, \`shape\`, \`response\`, \`gate\` (when it is there, as of an
emitter), \`sends\` (by emitter id, \`{ "hits", "bounce" }\`), and:

${membersOf(scene.colliderParameters)}

### \`sends\` of a collider

${membersOf(scene.hitParameters)}

### \`shape\` of a collider: \`{ "kind": …, … }\`

${kinds(colliderShapes)}

### \`response\`: \`{ "kind": …, … }\`

Left out, it is \`bounce\`.

${kinds(responses)}

## Carriers

\`id\`, \`name\`, \`transform\`, \`keys\`, \`automations\`. Other things name them as \`transform.carrier\`; they may stand on one
another, but not in a circle. And:

${membersOf(scene.carrierParameters)}

## Zones

\`id\`, \`name\`, \`transform\`, \`keys\`, \`automations\`, \`falloff\`, \`curve\`, \`modulators\`, \`sends\`, as of a field.
And:

${membersOf(scene.zoneParameters)}

## Dials

\`{ "id", "name", "value", "note", "low", "high", "keys", "automations" }\`, \`keys\` and \`automations\` of \`value\`. Formulas
read them under their names: a letter, then up to 31 letters, digits and low lines, none of them used by the language.

${membersOf(scene.dialParameters)}

## Meshes

\`{ "id", "name", "source" }\`. Shapes of emitters and colliders name them by id. A mesh from a file is kept as binary
glTF under the SHA-256 of that file; groups and poses of a deforming mesh stand in its \`extras\`.

### \`source\`: \`{ "kind": …, … }\`

${kinds(meshSources)}

## Images

\`{ "hash", "name", "width", "height" }\`. The hash is the SHA-256 of the image as 8-bit RGBA PNG, the form in which
images are kept: any PNG or JPEG is decoded once, when it is brought in, by one JavaScript decoder. Levels are the
sRGB-coded brightness with the weights of ITU-R BT.709; transparent is black.

An image may be a series that moves: \`series\` has the hashes of the pictures that follow the first, all of its size, at most
${MOST.series}. The first has the hash by which others name the image.

${membersOf(seriesParameters)}

\`imageSequence\` is a list of images as above, one image a frame, that is behind the picture where \`output.backdrop\` is
\`image-sequence\`; at most ${MOST.imageSequence}.

## Grids

\`{ "hash", "name", "counts" }\`, \`counts\` the points along X, Y and Z. The hash is the SHA-256 of the grid as VTK
image data, the form in which grids are kept; at most ${MOST_POINTS} points. A grid may be a series with as many points,
as an image may.

## Sounds

\`{ "hash", "name", "levels" }\`: how loud a sound is, as whole numbers 0 to 255 in windows of 10 ms, the loudest 255;
at most ${LONGEST_SOUND} s. The hash is the SHA-256 of the file it was read from, which is not kept.

## Markers

\`{ "frame", "name" }\`, in rising order of frames of the shot, at most ${MOST.markers}.

## Renders

How the shot is written to files, at most ${MOST.renders}; an MP4 of the whole shot where there is none.

${membersOf(scene.renderParameters)}
`;
}
