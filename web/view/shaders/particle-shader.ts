import { particleCourse } from './particle-course';
import { veilShader } from './veil';

/** A particle as a spot that faces the camera, in linear light with premultiplied alpha. */
export const particleVertex = /* glsl */ `
precision highp float;
precision highp int;
/** The zone, with the weight of a field in 256ths as its fraction; and the colour of what it was born from. */
in vec2 zone;
in float x, y, z, vx, vy, vz, age, life, size, qx, qy, qz;
in uint number;
/** Place and velocity a frame before. */
in vec3 was, wasGoing;
/**
 * Of each zone, from 1: its tint in linear light with how much of it; and how many times as large its particles are.
 */
uniform vec4 zoneTints[17];
uniform float zoneSizes[17];
uniform mat4 toClip;
/** The row of the camera that tells how far away a place is. */
uniform vec4 depthRow;
uniform float pixelsPerMetre;
uniform float sizeScale;
uniform bool turns;
uniform mat3 toView;
uniform float topSpeed;
/** What runs along the opacity. */
uniform int opacityBy;
/** Seconds of its way that a spot is drawn out by. */
uniform float stretch;
/** Where its top points: 0 up, 1 along its way, 2 any way. */
uniform int turned;
/**
 * Columns and rows of a sheet of images; which of them: 0 by age, 1 by time, 2 by speed, 3 by the particle; and how
 * many a second.
 */
uniform vec2 sheet;
uniform int frames;
uniform float rate;
uniform vec2 viewport;
out vec4 tint;
out float diameter;
/** Metres to the camera, and half the size. */
out float away;
out float half_size;
/** Half of the way it is drawn out by, and the radius of the spot, as shares of half the square that is drawn. */
flat out vec2 half_way;
flat out float radius;
/** From a place on the spot to a place on the flake, which may lie anyhow in space. */
flat out mat2 toFlake;
flat out vec2 cell;
flat out vec3 going;
flat out uint own;

${particleCourse}
void main() {
  float a = age - back;
  float u = life > 0.0 ? clamp(a / life, 0.0, 1.0) : 1.0;
  float hashRandom = luckOf(number, 0x51ed270bu);
  vec3 v = vec3(vx, vy, vz);
  vec3 place = vec3(x, y, z);
  goBack(place, v, was, wasGoing);
  float fast = clamp(length(v) / topSpeed, 0.0, 1.0);
  vec4 dress = dressed(u, fast, number, zone);
  vec4 levels = along(u, 0.75);
  gl_Position = toClip * vec4(place, 1.0);
  away = dot(depthRow, vec4(place, 1.0));
  int sorted = int(zone.x);
  vec4 mine = zoneTints[sorted];
  dress.rgb = mix(dress.rgb, mine.rgb, mine.a);
  float metres = size * zoneSizes[sorted] * sizeScale * dress.a * along(fast, 0.75).g;
  half_size = 0.5 * metres;
  float wanted = metres * pixelsPerMetre / max(gl_Position.w, 1e-6);
  // Smaller than a pixel: drawn as one pixel, as much fainter as it is smaller.
  diameter = max(wanted, 1.0);
  tint = vec4(dress.rgb, min(1.0, wanted * wanted) * along(shareOf(opacityBy, u, fast, number, zone), 0.75).r);
  vec2 drawn = vec2(0.0);
  vec2 heads = vec2(0.0, 1.0);
  if (stretch > 0.0 || turned == 1) {
    float by = max(stretch * levels.b, 1e-3);
    vec4 ahead = toClip * vec4(place + v * by, 1.0);
    if (ahead.w > 0.0 && gl_Position.w > 0.0) drawn = (ahead.xy / ahead.w - gl_Position.xy / gl_Position.w) * 0.5 * viewport;
    if (turned == 1 && length(drawn) > 1e-6) heads = normalize(drawn);
    // No longer than a point can be drawn.
    drawn *= stretch > 0.0 ? min(1.0, max(0.0, 500.0 - diameter) / max(length(drawn), 1e-3)) : 0.0;
  }
  if (turned == 2) heads = vec2(sin(hashRandom * 6.2831853), cos(hashRandom * 6.2831853));
  float whole = diameter + length(drawn);
  half_way = vec2(drawn.x, -drawn.y) / whole;
  radius = diameter / whole;
  gl_PointSize = min(whole, 512.0);
  // Turned, so that what was up points where it heads.
  toFlake = mat2(heads.y, heads.x, -heads.x, heads.y);
  if (turns) {
    vec4 q = vec4(qx, qy, qz, sqrt(max(0.0, 1.0 - qx * qx - qy * qy - qz * qz)));
    vec2 a = (toView * turnedBy(q, vec3(1.0, 0.0, 0.0))).xy;
    vec2 b = (toView * turnedBy(q, vec3(0.0, 0.0, 1.0))).xy;
    float area = a.x * b.y - a.y * b.x;
    // Edge on it is still a thin line.
    if (abs(area) < 0.04) area = area < 0.0 ? -0.04 : 0.04;
    toFlake = mat2(b.y, -a.y, -b.x, a.x) / area;
  }
  float pieces = sheet.x * sheet.y;
  float goes = frames == 0 ? u * pieces : frames == 1 ? mod(a * rate, pieces) : frames == 2 ? fast * pieces : hashRandom * pieces;
  float piece = min(floor(goes), pieces - 1.0);
  cell = vec2(mod(piece, sheet.x), floor(piece / sheet.x));
  going = v;
  own = number;
  if (a < 0.0 || wanted <= 0.0) gl_Position = vec4(2.0, 2.0, 2.0, 1.0);
}
`;

export const particleFragment = /* glsl */ `
precision highp float;
precision highp int;
in vec4 tint;
in float diameter;
in float away;
in float half_size;
flat in vec2 half_way;
flat in float radius;
flat in mat2 toFlake;
flat in vec2 cell;
flat in vec3 going;
flat in uint own;
/** The outline: 0 round, 1 ring, 2 square, 3 triangle, 4 star, 5 drop; 6 an image. */
uniform int form;
uniform sampler2D image;
uniform vec2 sheet;
uniform bool turns;
uniform float softness;
uniform float opacity;
uniform float covers;
/** What is written: 0 light, 1 velocity and distance, 2 the particle’s number in two halves. */
uniform int wants;
out vec4 colour;
${veilShader}
/** How far a place lies from the middle towards the outline, which is at 1. */
float outline(vec2 p) {
  if (form == 1) return abs(length(p) - 0.78) / 0.22;
  if (form == 2) return max(abs(p.x), abs(p.y)) / 0.8;
  float up = p.y;
  if (form == 3) return max(abs(p.x) * 0.866 + up * 0.5, -up) / 0.5;
  if (form == 4) {
    float turn = mod(atan(p.x, up) + 0.62831853, 1.25663706) - 0.62831853;
    // Five points: from 0.42 of the radius between them to the whole of it.
    vec2 ray = length(p) * vec2(cos(turn), abs(sin(turn)));
    vec2 tip = vec2(1.0, 0.0), notch = 0.42 * vec2(0.80901699, 0.58778525);
    vec2 rim = notch - tip;
    return (ray.x * rim.y - ray.y * rim.x) / (tip.x * rim.y - tip.y * rim.x);
  }
  if (form == 5) return length(p) / mix(0.55, 1.0, pow(max(0.0, up / max(length(p), 1e-4)), 6.0));
  return length(p);
}

void main() {
  vec2 at = gl_PointCoord * 2.0 - 1.0;
  float far = dot(half_way, half_way);
  vec2 off = (at - (far > 0.0 ? clamp(dot(at, half_way) / far, -1.0, 1.0) * half_way : vec2(0.0))) / radius;
  vec2 p = toFlake * vec2(off.x, -off.y);
  vec4 paint = vec4(tint.rgb, 1.0);
  float spot = 1.0;
  float edge = min(1.0, max(softness, 2.0 / diameter));
  if (form == 6) {
    // A square of 0.7 × 0.7 of the spot, so that its corners stay within it however it is turned.
    vec2 q = p / 0.7;
    vec2 inside = clamp((1.0 - abs(q)) * 0.35 * diameter + 0.5, 0.0, 1.0);
    vec2 uv = clamp(vec2(q.x, -q.y) * 0.5 + 0.5, 0.001, 0.999);
    vec4 drawn = textureGrad(image, (cell + uv) / sheet, vec2(1.4286 / diameter / sheet.x, 0.0), vec2(0.0, 1.4286 / diameter / sheet.y));
    paint = vec4(tint.rgb * drawn.rgb, drawn.a);
    spot = inside.x * inside.y;
  } else {
    float r = turns ? max(abs(p.x), abs(p.y)) / 0.7 : outline(p);
    spot = diameter <= 1.5 ? 1.0 : 1.0 - smoothstep(1.0 - edge, 1.0, r);
  }
  float a = spot * paint.a * tint.a * opacity * before(away, half_size);
  if (a <= 0.0) discard;
  if (wants > 0) {
    if (spot * paint.a < 0.5 || before(away, 0.0) == 0.0) discard;
    colour = wants == 1 ? vec4(going, away) : vec4(float(own >> 16), float(own & 0xffffu), 0.0, 1.0);
    return;
  }
  colour = veiled(vec4(paint.rgb * a, a * covers), away);
}
`;
