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
 * From linear premultiplied light, with its glow and exposure, to a picture: over the background; with straight alpha;
 * or premultiplied. As linear light, or by the tone curve and sRGB (IEC 61966-2-1). Added light covers nothing itself:
 * premultiplied it has no alpha; straight it takes its brightest channel as its alpha. The soft shoulder is L·(1 +
 * L/w²)/(1 + L), which reaches white at w: Reinhard, Stark, Shirley & Ferwerda, “Photographic tone reproduction for
 * digital images” (2002), equation 4, by channel.
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
/** What is behind: 0 one colour, 1 a gradient up to another, 2 an image that fills the frame. */
uniform int behind;
uniform vec3 top;
uniform sampler2D plate;
/**
 * Where the frame lies in the picture: its lower left corner and its size, as shares; and how the image is cut to fill
 * it.
 */
uniform vec4 frame;
uniform vec2 plateShare;
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

vec3 backgroundAt() {
  vec2 p = clamp((at - frame.xy) / frame.zw, 0.0, 1.0);
  if (behind == 1) return mix(background, top, p.y);
  if (behind == 2) return texture(plate, vec2(0.5) + (vec2(p.x, 1.0 - p.y) - 0.5) * plateShare).rgb;
  return background;
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
    vec3 rest = backgroundAt();
    if (hasBackdrop) {
      vec4 work = texture(backdrop, at);
      rest = work.rgb + rest * (1.0 - work.a);
    }
    colour = vec4(made(light.rgb + rest * (1.0 - covered)), 1.0);
  }
}
`;
