/** A particle as a round spot that faces the camera, in linear light with premultiplied alpha. */
export const particleVertex = /* glsl */ `
precision highp float;
in float x, y, z, vx, vy, vz, age, life, size, qx, qy, qz, zone;
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
out vec4 tint;
out float diameter;
/** From a place on the spot to a place on the flake, which may lie anyhow in space. */
flat out mat2 toFlake;

vec3 turned(vec4 q, vec3 v) {
  return v + 2.0 * cross(q.xyz, cross(q.xyz, v) + q.w * v);
}

void main() {
  float a = age - back;
  float u = life > 0.0 ? clamp(a / life, 0.0, 1.0) : 1.0;
  vec4 dress = texture(ramp, vec2((u * 255.0 + 0.5) / 256.0, 0.5));
  gl_Position = toClip * vec4(vec3(x, y, z) - back * vec3(vx, vy, vz), 1.0);
  int sorted = int(zone + 0.5);
  vec4 own = zoneTints[sorted];
  dress.rgb = mix(dress.rgb, own.rgb, own.a);
  float wanted = size * zoneSizes[sorted] * sizeScale * dress.a * pixelsPerMetre / max(gl_Position.w, 1e-6);
  // Smaller than a pixel: drawn as one pixel, as much fainter as it is smaller.
  diameter = max(wanted, 1.0);
  tint = vec4(dress.rgb, min(1.0, wanted * wanted));
  gl_PointSize = min(diameter, 512.0);
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
flat in mat2 toFlake;
uniform bool turns;
uniform float softness;
uniform float opacity;
uniform float covers;
out vec4 colour;

void main() {
  vec2 at = gl_PointCoord * 2.0 - 1.0;
  // A square of 0.7 × 0.7 of the spot, so that its corners stay within it however it is turned.
  vec2 side = abs(toFlake * vec2(at.x, -at.y)) / 0.7;
  float r = turns ? max(side.x, side.y) : length(at);
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
 * From linear premultiplied light to sRGB (IEC 61966-2-1) over the background; or, where alpha is kept, to straight
 * alpha. Added light covers nothing itself; kept alone it takes its brightest channel as its alpha.
 */
export const finishFragment = /* glsl */ `
precision highp float;
in vec2 at;
uniform sampler2D picture;
uniform vec3 background;
uniform sampler2D backdrop;
uniform bool hasBackdrop;
uniform bool keepAlpha;
out vec4 colour;

vec3 coded(vec3 c) {
  vec3 v = clamp(c, 0.0, 1.0);
  return mix(12.92 * v, 1.055 * pow(v, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v));
}

void main() {
  vec4 light = texture(picture, at);
  if (keepAlpha) {
    float a = clamp(max(light.a, max(light.r, max(light.g, light.b))), 0.0, 1.0);
    colour = vec4(a > 0.0 ? coded(light.rgb / a) : vec3(0.0), a);
  } else {
    vec3 behind = hasBackdrop ? texture(backdrop, at).rgb : background;
    colour = vec4(coded(light.rgb + behind * (1.0 - clamp(light.a, 0.0, 1.0))), 1.0);
  }
}
`;
