/** What shaders of particles have in common: their luck, their turn, their ramps, and the way they have come since the frame before. */
export const particleCourse = /* glsl */ `
uniform sampler2D ramp;
uniform float back;
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

vec4 along(float share, float row) {
  return texture(ramp, vec2((share * 255.0 + 0.5) / 256.0, row));
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
