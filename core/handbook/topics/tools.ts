import { prose, type TopicChapter } from './topic';

/** Topics about tools. */
export const toolsTopics: TopicChapter = {
  title: 'Tools',
  topics: [
    {
      slug: 'numbers',
      title: 'Typing numbers',
      text: [
        prose`A number takes sums, with or without “=”: 9.81/2, =2*3. It takes other units and converts them: 5 cm,
          36 km/h, 12 f, 15 °/f, 250 ms.`,
        prose`The arrow keys change it by a step, with Shift by a tenth of it, with Alt by ten. Drag its label to
          change it, double-click the label for the default.`,
        prose`A number out of the usual range has a dotted line. An impossible one stays red, with the allowed
          range, until you correct it or press Escape.`,
      ],
    },
    {
      slug: 'draft',
      title: 'Drafts',
      text: [
        prose`A draft simulates a random sample of the particles while you work. Every particle of it moves as in
          the final, except in fields that read other particles.`,
        prose`While you hold a control, the picture may continue from the frame on the screen; when you let go, the
          scene runs again from the start.`,
        prose`A shot that takes long to simulate plays as a draft until its own frames are there. The bar at the top then
          says how deep the draft is. Saved files, renders and bakes never show such a draft.`,
        prose`A scene opens with small pictures of its first second, drawn while the list of scenes was open. The view
          replaces them as soon as it has drawn the scene itself.`,
      ],
    },
    {
      slug: 'soundings',
      title: 'Soundings',
      text: [
        prose`Soundings measure the fields: a slice through the scene, the strength along a line, the falloff as
          set and as measured, the ledger of each field’s part in the motion, and the population over time.`,
      ],
    },
    {
      slug: 'trials',
      title: 'Trials and the logbook',
      text: [
        prose`A sheet of trials simulates the scene with different values of one or two numbers, side by side. Click
          a trial to adopt it, to keep it in the logbook, or to branch a new scene from it.`,
      ],
    },
    {
      slug: 'shelf',
      title: 'The shelf',
      text: [
        prose`The shelf keeps parts of scenes for other scenes: strips with their groups, emitters, looks, falloff curves,
          modulators and output set-ups, each with a picture, tags and a note. Choose “save” in the deck “shelf”; what it
          offers follows the selection. Everything that a recipe is made from comes along: meshes, painted weights, paths,
          zones, dials, images and grids.`,
        prose`A click on a recipe uses it. Strips are added where the particles are, emitters where they were; a look goes to
          the selected emitters, a curve and modulators to the selected strips; an output set-up replaces that of the scene.
          Each is one step of undo. Meshes, paths and weight maps that the scene has already are not added again.`,
        prose`Export writes all of your recipes, or one, to a .bathyshelf file. Import, or a drop on the shelf, adds those of
          such a file.`,
      ],
    },
    {
      slug: 'versions',
      title: 'Versions',
      text: [
        prose`Every saved edit is a version. Each can be played beside the present, restored, or opened as a copy.
          Named versions are always kept.`,
      ],
    },
    {
      slug: 'formulas',
      title: 'Formulas',
      text: [
        prose`Formulas compute fields, modulators, masks, gates and automation. They use + − × / % ^, comparisons,
          and, or, not, and the functions and names below. Each line may name a number for the lines after it: r
          = sqrt(x^2 + z^2).`,
        'Mistakes are marked at their character. A formula without a value at some particle counts as 0 there.',
      ],
      example: {
        fields: [
          {
            id: 'field',
            name: 'field',
            settings: { kind: 'formula', fx: '−z', fy: 'sin(3 × x + 2 × time)', fz: 'x' },
            actsAs: 'acceleration',
            strength: 1,
            falloff: { kind: 'everywhere' },
          },
        ],
      },
    },
  ],
};
