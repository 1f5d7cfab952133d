import { litShader } from './lit-shader';
import { particleCourse } from './particle-course';
import { veilShader } from './veil';

/** Small solid bodies, each turned as its particle is or along its way, in linear light. */
export const instanceVertex = /* glsl */ `
precision highp float;
precision highp int;
in vec3 position, normal;
in vec2 uv;
in vec3 at, way, was, wasGoing, turn;
/** Age, life, size. */
in vec3 body;
/** The zone, with the weight of a field in 256ths as its fraction; and the colour of what it was born from. */
in vec2 zone;
in uint number;
uniform vec4 zoneTints[17];
uniform float zoneSizes[17];
uniform mat4 worldToView, projection, whole;
uniform mat3 wholeTurn;
uniform float wholeScale;
uniform float sizeScale;
uniform float topSpeed;
/** Which axis leads: 0 none, 1 X, 2 Y, 3 Z; and 1 or −1. */
uniform int leads;
uniform float flips;
uniform float stretch;
uniform float uneven;
uniform vec2 sheet;
out vec3 tint;
out vec3 facing;
out vec2 printed;
out float away;
flat out vec3 going;
flat out uint own;

${particleCourse}
/** The axes of a body whose leading one points along a way. */
mat3 pointed(vec3 dir, vec4 q) {
  vec3 other = turnedBy(q, leads == 1 ? vec3(0.0, 1.0, 0.0) : vec3(1.0, 0.0, 0.0));
  vec3 a = other - dir * dot(other, dir);
  if (dot(a, a) < 1e-6) a = abs(dir.y) < 0.9 ? cross(dir, vec3(0.0, 1.0, 0.0)) : cross(dir, vec3(1.0, 0.0, 0.0));
  a = normalize(a);
  vec3 b = cross(dir, a);
  return leads == 1 ? mat3(dir, a, b) : leads == 2 ? mat3(a, dir, -b) : mat3(a, b, dir);
}

void main() {
  float a = body.x - back;
  float u = body.y > 0.0 ? clamp(a / body.y, 0.0, 1.0) : 1.0;
  vec3 v = way;
  vec3 place = at;
  goBack(place, v, was, wasGoing);
  float speed = length(v);
  float fast = clamp(speed / topSpeed, 0.0, 1.0);
  vec4 dress = dressed(u, fast, number, zone);
  int sorted = int(zone.x);
  vec4 mine = zoneTints[sorted];
  tint = mix(dress.rgb, mine.rgb, mine.a);
  float size = body.z * zoneSizes[sorted] * sizeScale * dress.a * along(fast, 0.75).g;
  vec4 q = vec4(turn, sqrt(max(0.0, 1.0 - dot(turn, turn))));
  vec3 axes = 1.0 + uneven * (2.0 * vec3(luckOf(number, 0x2545f491u), luckOf(number, 0x9e3779b9u), luckOf(number, 0x632be5abu)) - 1.0);
  mat3 turns = mat3(turnedBy(q, vec3(1.0, 0.0, 0.0)), turnedBy(q, vec3(0.0, 1.0, 0.0)), turnedBy(q, vec3(0.0, 0.0, 1.0)));
  if (leads > 0) {
    if (speed > 1e-6) turns = pointed(flips * v / speed, q);
    axes[leads - 1] *= 1.0 + (size > 0.0 ? stretch * speed / size : 0.0);
  }
  vec3 spot = place + turns * (position * axes) * size / wholeScale;
  facing = wholeTurn * (turns * (normal / axes));
  vec4 seen = worldToView * (whole * vec4(spot, 1.0));
  away = -seen.z;
  float piece = floor(luckOf(number, 0x7f4a7c15u) * sheet.x * sheet.y);
  printed = (vec2(mod(piece, sheet.x), floor(piece / sheet.x)) + uv) / sheet;
  going = v;
  own = number;
  gl_Position = a < 0.0 || size <= 0.0 ? vec4(2.0, 2.0, 2.0, 1.0) : projection * seen;
}
`;

export const instanceFragment = /* glsl */ `
precision highp float;
precision highp int;
in vec3 tint;
in vec3 facing;
in vec2 printed;
in float away;
flat in vec3 going;
flat in uint own;
uniform sampler2D image;
uniform bool hasImage;
uniform float shading;
uniform int wants;
out vec4 colour;
${veilShader}
${litShader}
void main() {
  vec3 paint = tint;
  if (hasImage) {
    vec4 drawn = texture(image, printed);
    if (drawn.a < 0.5) discard;
    paint *= drawn.rgb;
  }
  if (wants > 0) {
    colour = wants == 1 ? vec4(going, away) : vec4(float(own >> 16), float(own & 0xffffu), 0.0, 1.0);
    return;
  }
  vec3 n = normalize(facing);
  if (!gl_FrontFacing) n = -n;
  colour = veiled(vec4(paint * mix(vec3(1.0), litAt(n), shading), 1.0), away);
}
`;
