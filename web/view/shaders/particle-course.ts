/**
 * What shaders of particles have in common: their randomness, their turn, their ramps, and the way they have come since
 * the frame before.
 */
export const particleCourse = /* glsl */ `
uniform sampler2D ramp;
uniform float back;
/**
 * What runs along the colours: 0 age, 1 speed, 2 the particle, 3 the weight of a field; 4 what it is born from has
 * them.
 */
uniform int colourBy;
/** How many times as bright its colours are. */
uniform float lift;
/** Whether each gets that by its own brightness. */
uniform bool liftsBright;
/** Seconds since the frame before; 0 where nothing is known of it. */
uniform float span;

/** lowbias32, as births are drawn by. */
uint mixed(uint h) {
  h ^= h >> 16;
  h *= 0x7feb352du;
  h ^= h >> 15;
  h *= 0x846ca68bu;
  return h ^ (h >> 16);
}

/** A number in [0, 1) that belongs to a particle, for one purpose. */
float luckOf(uint number, uint purpose) {
  return float(mixed(number ^ purpose)) / 4294967296.0;
}

vec3 turnedBy(vec4 q, vec3 v) {
  return v + 2.0 * cross(q.xyz, cross(q.xyz, v) + q.w * v);
}

/** Of 0xrrggbb, sRGB-coded, the linear light. */
vec3 lightOf(float packed) {
  vec3 coded = vec3(floor(packed / 65536.0), mod(floor(packed / 256.0), 256.0), mod(packed, 256.0)) / 255.0;
  return mix(coded / 12.92, pow((coded + 0.055) / 1.055, vec3(2.4)), step(0.04045, coded));
}

vec4 along(float share, float row) {
  return texture(ramp, vec2((share * 255.0 + 0.5) / 256.0, row));
}

/** How far along a ramp a particle is: 0 by age, 1 by speed, 2 by itself, 3 by the weight of a field. */
float shareOf(int by, float u, float fast, uint number, vec2 zone) {
  return by == 0 ? u : by == 1 ? fast : by == 2 ? luckOf(number, 0x51ed270bu) : fract(zone.x) * 256.0 / 255.0;
}

/** The colour of a particle, and the size from birth to death. */
vec4 dressed(float u, float fast, uint number, vec2 zone) {
  vec4 plain = along(u, 0.25);
  if (colourBy == 0) return plain;
  if (colourBy < 4) return vec4(along(shareOf(colourBy, u, fast, number, zone), 0.25).rgb, plain.a);
  vec3 light = lightOf(zone.y);
  return vec4(light * (liftsBright ? pow(lift, dot(light, vec3(0.2126, 0.7152, 0.0722))) : lift), plain.a);
}

/** Brings a place and velocity to where they were \`back\` seconds before. */
void goBack(inout vec3 place, inout vec3 v, vec3 was, vec3 wasGoing) {
  if (span <= 0.0) {
    place -= back * v;
    return;
  }
  // The cubic through both frames with the velocities there (Hermite).
  float s = clamp(1.0 - back / span, 0.0, 1.0);
  float r = 1.0 - s;
  place = (1.0 + 2.0 * s) * r * r * was + s * r * r * span * wasGoing + s * s * (3.0 - 2.0 * s) * place - s * s * r * span * v;
  v = s * v + r * wasGoing;
}
`;
