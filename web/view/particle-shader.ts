/** A particle as a round spot that faces the camera, in linear light with premultiplied alpha. */
export const particleVertex = /* glsl */ `
precision highp float;
in float x, y, z, vx, vy, vz, age, life, size, qx, qy, qz, zone, luck;
/** Of each zone, from 1: its tint in linear light with how much of it; and how many times as large its particles are. */
uniform vec4 zoneTints[17];
uniform float zoneSizes[17];
uniform mat4 toClip;
uniform float pixelsPerMetre;
uniform float back;
uniform float sizeScale;
uniform bool turns;
uniform mat3 toView;
uniform sampler2D ramp;
/** What runs along the colours: 0 age, 1 speed, 2 the particle. */
uniform int colourBy;
uniform float topSpeed;
/** Seconds of its way that a spot is drawn out by. */
uniform float stretch;
uniform vec2 viewport;
out vec4 tint;
out float diameter;
/** Half of the way it is drawn out by, and the radius of the spot, as shares of half the square that is drawn. */
flat out vec2 half_way;
flat out float radius;
/** From a place on the spot to a place on the flake, which may lie anyhow in space. */
flat out mat2 toFlake;

vec3 turned(vec4 q, vec3 v) {
  return v + 2.0 * cross(q.xyz, cross(q.xyz, v) + q.w * v);
}

void main() {
  float a = age - back;
  float u = life > 0.0 ? clamp(a / life, 0.0, 1.0) : 1.0;
  vec3 v = vec3(vx, vy, vz);
  float along = colourBy == 0 ? u : colourBy == 1 ? clamp(length(v) / topSpeed, 0.0, 1.0) : luck;
  vec4 dress = vec4(texture(ramp, vec2((along * 255.0 + 0.5) / 256.0, 0.5)).rgb, texture(ramp, vec2((u * 255.0 + 0.5) / 256.0, 0.5)).a);
  vec3 place = vec3(x, y, z) - back * v;
  gl_Position = toClip * vec4(place, 1.0);
  int sorted = int(zone + 0.5);
  vec4 own = zoneTints[sorted];
  dress.rgb = mix(dress.rgb, own.rgb, own.a);
  float wanted = size * zoneSizes[sorted] * sizeScale * dress.a * pixelsPerMetre / max(gl_Position.w, 1e-6);
  // Smaller than a pixel: drawn as one pixel, as much fainter as it is smaller.
  diameter = max(wanted, 1.0);
  tint = vec4(dress.rgb, min(1.0, wanted * wanted));
  vec2 drawn = vec2(0.0);
  if (stretch > 0.0) {
    vec4 ahead = toClip * vec4(place + v * stretch, 1.0);
    if (ahead.w > 0.0 && gl_Position.w > 0.0) drawn = (ahead.xy / ahead.w - gl_Position.xy / gl_Position.w) * 0.5 * viewport;
    // No longer than a point can be drawn.
    drawn *= min(1.0, max(0.0, 500.0 - diameter) / max(length(drawn), 1e-3));
  }
  float whole = diameter + length(drawn);
  half_way = vec2(drawn.x, -drawn.y) / whole;
  radius = diameter / whole;
  gl_PointSize = min(whole, 512.0);
  toFlake = mat2(1.0);
  if (turns) {
    vec4 q = vec4(qx, qy, qz, sqrt(max(0.0, 1.0 - qx * qx - qy * qy - qz * qz)));
    vec2 a = (toView * turned(q, vec3(1.0, 0.0, 0.0))).xy;
    vec2 b = (toView * turned(q, vec3(0.0, 0.0, 1.0))).xy;
    float area = a.x * b.y - a.y * b.x;
    // Edge on it is still a thin line.
    if (abs(area) < 0.04) area = area < 0.0 ? -0.04 : 0.04;
    toFlake = mat2(b.y, -a.y, -b.x, a.x) / area;
  }
  if (a < 0.0 || wanted <= 0.0) gl_Position = vec4(2.0, 2.0, 2.0, 1.0);
}
`;

export const particleFragment = /* glsl */ `
precision highp float;
in vec4 tint;
in float diameter;
flat in vec2 half_way;
flat in float radius;
flat in mat2 toFlake;
/** The outline: 0 round, 1 ring, 2 square, 3 triangle, 4 star, 5 drop. */
uniform int form;
uniform bool turns;
uniform float softness;
uniform float opacity;
uniform float covers;
out vec4 colour;

/** How far a place lies from the middle towards the outline, which is at 1. */
float outline(vec2 p) {
  if (form == 1) return abs(length(p) - 0.78) / 0.22;
  if (form == 2) return max(abs(p.x), abs(p.y)) / 0.8;
  float up = -p.y;
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
  // A square of 0.7 × 0.7 of the spot, so that its corners stay within it however it is turned.
  vec2 side = abs(toFlake * vec2(at.x, -at.y)) / 0.7;
  float far = dot(half_way, half_way);
  vec2 off = (at - (far > 0.0 ? clamp(dot(at, half_way) / far, -1.0, 1.0) * half_way : vec2(0.0))) / radius;
  float r = turns ? max(side.x, side.y) : outline(off);
  float edge = min(1.0, max(softness, 2.0 / diameter));
  float spot = diameter <= 1.5 ? 1.0 : 1.0 - smoothstep(1.0 - edge, 1.0, r);
  float a = spot * tint.a * opacity;
  if (a <= 0.0) discard;
  colour = vec4(tint.rgb * a, a * covers);
}
`;

/** A picture that fills the screen. */
export const screenVertex = /* glsl */ `
precision highp float;
in vec3 position;
out vec2 at;
void main() {
  at = position.xy * 0.5 + 0.5;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}
`;

/** Adds one sample to the sum of samples. */
export const addFragment = /* glsl */ `
precision highp float;
in vec2 at;
uniform sampler2D picture;
uniform float weight;
out vec4 colour;
void main() {
  colour = texture(picture, at) * weight;
}
`;

/**
 * From linear premultiplied light, with its glow and exposure, to a picture: over the background; with straight alpha; or premultiplied. As linear light, or by the
 * tone curve and sRGB (IEC 61966-2-1). Added light covers nothing itself: premultiplied it has no alpha; straight it takes its brightest channel as its alpha. The soft
 * shoulder is L·(1 + L/w²)/(1 + L), which reaches white at w: Reinhard, Stark, Shirley & Ferwerda, “Photographic tone reproduction for digital
 * images” (2002), equation 4, by channel.
 */
export const finishFragment = /* glsl */ `
precision highp float;
in vec2 at;
uniform sampler2D picture;
uniform float gain;
uniform sampler2D glow;
uniform float glowAmount;
uniform float exposure;
uniform float white;
uniform vec3 background;
uniform sampler2D backdrop;
uniform bool hasBackdrop;
uniform int alpha;
uniform bool linear;
out vec4 colour;

vec3 made(vec3 light) {
  vec3 c = light * exposure;
  if (linear) return c;
  if (white > 0.0) c = c * (1.0 + c / (white * white)) / (1.0 + c);
  vec3 v = clamp(c, 0.0, 1.0);
  return mix(12.92 * v, 1.055 * pow(v, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v));
}

void main() {
  vec4 light = texture(picture, at) * gain;
  if (glowAmount > 0.0) light.rgb += texture(glow, at).rgb * gain * glowAmount;
  float covered = clamp(light.a, 0.0, 1.0);
  if (alpha == 1) {
    float a = clamp(max(covered, max(light.r, max(light.g, light.b)) * exposure), 0.0, 1.0);
    colour = vec4(a > 0.0 ? made(light.rgb / a) : vec3(0.0), a);
  } else if (alpha == 2) colour = vec4(made(light.rgb), covered);
  else {
    vec3 behind = hasBackdrop ? texture(backdrop, at).rgb : background;
    colour = vec4(made(light.rgb + behind * (1.0 - covered)), 1.0);
  }
}
`;
