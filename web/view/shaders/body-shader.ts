import { veilShader } from './veil';

/** Bands along strands that face the camera, and surfaces, in linear light with premultiplied alpha. */
export const bodyVertex = /* glsl */ `
precision highp float;
in vec3 place, velocity, direction;
in float side, width, along, zone, fade, hue;
/** Of each zone, from 1: its tint in linear light with how much of it; and how many times as wide its particles are. */
uniform vec4 zoneTints[17];
uniform float zoneSizes[17];
uniform mat4 toView, projection;
uniform float pixelsPerMetre;
uniform float back;
uniform float sizeScale;
uniform sampler2D ramp;
out vec4 tint;
out vec3 normal;
out vec3 across;
out float edge;
out float widthInPixels;
out float away;
out float half_size;
out vec3 going;

void main() {
  vec3 toned = texture(ramp, vec2((clamp(hue, 0.0, 1.0) * 255.0 + 0.5) / 256.0, 0.25)).rgb;
  float wide = texture(ramp, vec2((clamp(along, 0.0, 1.0) * 255.0 + 0.5) / 256.0, 0.25)).a;
  int sorted = int(zone + 0.5);
  vec4 own = zoneTints[sorted];
  tint = vec4(mix(toned, own.rgb, own.a), 1.0);
  vec4 seen = toView * vec4(place - back * velocity, 1.0);
  vec3 lies = normalize(mat3(toView) * direction);
  // What a metre at its distance is in clip space: a flat camera sees all alike.
  float w = projection[2][3] * seen.z + projection[3][3];
  bool flatEye = projection[3][3] > 0.5;
  away = -seen.z;
  half_size = 0.5 * width;
  going = velocity;
  edge = side;
  widthInPixels = 1e6;
  across = vec3(0.0);
  normal = lies;
  if (side != 0.0) {
    vec3 sideways = cross(lies, flatEye ? vec3(0.0, 0.0, -1.0) : normalize(seen.xyz));
    float size = length(sideways);
    sideways = size > 1e-4 ? sideways / size : vec3(1.0, 0.0, 0.0);
    float wanted = width * zoneSizes[sorted] * sizeScale * wide * pixelsPerMetre / max(w, 1e-6);
    // Thinner than a pixel: drawn as one pixel, as much fainter as it is thinner.
    widthInPixels = max(wanted, 1.0);
    tint.a = min(1.0, wanted);
    seen.xyz += sideways * side * 0.5 * (widthInPixels + 1.0) * max(w, 1e-6) / pixelsPerMetre;
    edge = side * (widthInPixels + 1.0) / widthInPixels;
    across = sideways;
    normal = normalize(cross(sideways, lies));
    if (normal.z < 0.0) normal = -normal;
  }
  tint.a *= fade;
  gl_Position = projection * seen;
}
`;

export const bodyFragment = /* glsl */ `
precision highp float;
in vec4 tint;
in vec3 normal;
in vec3 across;
in float edge;
in float widthInPixels;
in float away;
in float half_size;
in vec3 going;
uniform vec3 up;
uniform bool round;
uniform float shading;
uniform float opacity;
uniform float covers;
/** What is written: 0 light, 1 velocity and distance, 2 nothing but where it is. */
uniform int wants;
out vec4 colour;
${veilShader}
void main() {
  // Half a pixel outside the edge nothing is left, half a pixel inside all is there.
  float a = side(edge) * tint.a * opacity * before(away, half_size);
  if (a <= 0.0) discard;
  if (wants > 0) {
    if (side(edge) < 0.5) discard;
    colour = wants == 1 ? vec4(going, away) : vec4(0.0, 0.0, 0.0, 1.0);
    return;
  }
  vec3 n = normalize(normal);
  if (n.z < 0.0) n = -n;
  if (round) {
    float e = clamp(edge, -1.0, 1.0);
    n = normalize(across * e + n * sqrt(1.0 - e * e));
  }
  // A soft light from above and from where one looks.
  float lit = 0.5 + 0.5 * dot(n, normalize(up + vec3(0.0, 0.0, 0.7)));
  float shade = mix(1.0, 0.12 + 1.1 * lit * lit, shading);
  colour = veiled(vec4(tint.rgb * shade * a, a * covers), away);
}
`.replaceAll('side(edge)', '(edge == 0.0 ? 1.0 : clamp((1.0 - abs(edge)) * 0.5 * widthInPixels + 0.5, 0.0, 1.0))');
