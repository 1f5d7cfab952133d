// The five-field stack as a native program, what the kernel is held against: gravity, a wind that carries, a smooth vortex and an even pull in balls with smooth profiles, and
// the curl of simplex noise; drag by each particle's own mass. 128 bits, as WebAssembly has; all of a particle in one go, without blocks, births and deaths.
//
//   stack THREADS STEPS DT LAYERS (FREQUENCY SEED AMPLITUDE)… < state > state
//
// State: uint32 count, then columns of float: x y z vx vy vz mass drag. Standard error gets the seconds of all steps together, of the slowest thread.
#include <smmintrin.h>

#include <barrier>
#include <chrono>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <thread>
#include <vector>

using F = __m128;
using I = __m128i;

static F splat(float v) { return _mm_set1_ps(v); }
static F add(F a, F b) { return _mm_add_ps(a, b); }
static F sub(F a, F b) { return _mm_sub_ps(a, b); }
static F mul(F a, F b) { return _mm_mul_ps(a, b); }
static F dot(F a, F b, F c, F x, F y, F z) { return add(add(mul(a, x), mul(b, y)), mul(c, z)); }

struct Layer {
  float frequency;
  int32_t seed;
  float amplitude;
};

/** Each part of a direction. */
static const float PART = 0.57735026f;

/** Adds the curl of core/lib/noise/simplex.ts. */
static void curl(F px, F py, F pz, const Layer &layer, F &ox, F &oy, F &oz) {
  const F one = splat(1), all = _mm_castsi128_ps(_mm_set1_epi32(-1)), none = _mm_setzero_ps();
  const I A = _mm_set1_epi32(0x27d4eb2d), B = _mm_set1_epi32(0x165667b1), C = _mm_set1_epi32(0x9e3779b1);
  F f = splat(layer.frequency), x = mul(px, f), y = mul(py, f), z = mul(pz, f);
  F s = mul(add(add(x, y), z), splat(1 / 3.0f));
  F i = _mm_floor_ps(add(x, s)), j = _mm_floor_ps(add(y, s)), k = _mm_floor_ps(add(z, s));
  F t = mul(add(add(i, j), k), splat(1 / 6.0f));
  F x0 = sub(x, sub(i, t)), y0 = sub(y, sub(j, t)), z0 = sub(z, sub(k, t));
  F xy = _mm_cmpge_ps(x0, y0), yz = _mm_cmpge_ps(y0, z0), xz = _mm_cmpge_ps(x0, z0);
  F i1 = _mm_and_ps(xy, xz), j1 = _mm_andnot_ps(xy, yz), k1 = _mm_andnot_ps(_mm_or_ps(i1, j1), all);
  F i2 = _mm_or_ps(xy, xz), j2 = _mm_or_ps(_mm_andnot_ps(xy, all), yz), k2 = _mm_andnot_ps(_mm_and_ps(yz, xz), all);
  F oi[4] = {none, i1, i2, all}, oj[4] = {none, j1, j2, all}, ok[4] = {none, k1, k2, all};
  I hash = _mm_add_epi32(_mm_add_epi32(_mm_set1_epi32(layer.seed), _mm_mullo_epi32(_mm_cvttps_epi32(i), A)),
                         _mm_add_epi32(_mm_mullo_epi32(_mm_cvttps_epi32(j), B), _mm_mullo_epi32(_mm_cvttps_epi32(k), C)));
  F cx = none, cy = none, cz = none;
  for (int corner = 0; corner < 4; corner++) {
    F un = splat(corner / 6.0f);
    F dx = add(sub(x0, _mm_and_ps(oi[corner], one)), un), dy = add(sub(y0, _mm_and_ps(oj[corner], one)), un),
      dz = add(sub(z0, _mm_and_ps(ok[corner], one)), un);
    F r = _mm_max_ps(none, sub(sub(sub(splat(0.5f), mul(dx, dx)), mul(dy, dy)), mul(dz, dz)));
    auto part = [](F o, I by) { return _mm_and_si128(_mm_castps_si128(o), by); };
    I h = _mm_add_epi32(_mm_add_epi32(hash, part(oi[corner], A)), _mm_add_epi32(part(oj[corner], B), part(ok[corner], C)));
    h = _mm_xor_si128(h, _mm_srli_epi32(h, 16));
    h = _mm_add_epi32(_mm_mullo_epi32(h, h), h);
    // Its highest bits are signs: of the direction, then of the twist.
    auto bit = [&](int by) { return _mm_castsi128_ps(_mm_and_si128(_mm_slli_epi32(h, by), _mm_set1_epi32(0x80000000))); };
    F sx = bit(0), sy = bit(1), sz = bit(2), p = _mm_xor_ps(dx, sx), q = _mm_xor_ps(dy, sy), w = _mm_xor_ps(dz, sz);
    F f3 = mul(mul(r, r), r);
    F jet = mul(f3, sub(mul(r, splat(1.25f)), splat(0.5f)));
    F back = mul(f3, add(add(p, q), w));
    F twist = _mm_xor_ps(mul(back, splat(2 * PART)), bit(3));
    cx = add(cx, _mm_xor_ps(sx, add(add(jet, mul(back, p)), mul(twist, sub(w, q)))));
    cy = add(cy, _mm_xor_ps(sy, add(add(jet, mul(back, q)), mul(twist, sub(p, w)))));
    cz = add(cz, _mm_xor_ps(sz, add(add(jet, mul(back, w)), mul(twist, sub(q, p)))));
  }
  F a = splat(layer.amplitude * (8 * PART));
  ox = add(ox, mul(a, cx));
  oy = add(oy, mul(a, cy));
  oz = add(oz, mul(a, cz));
}

/** e^x (Cody & Waite; the polynomial of Cephes' expf, from memory). */
static F exponential(F x) {
  F held = _mm_max_ps(x, splat(-87));
  F n = _mm_round_ps(mul(held, splat(1.44269504f)), _MM_FROUND_TO_NEAREST_INT | _MM_FROUND_NO_EXC);
  F r = sub(sub(held, mul(n, splat(0.693359375f))), mul(n, splat(-2.12194440e-4f)));
  F p = splat(1.9875691500e-4f);
  for (float c : {1.3981999507e-3f, 8.3334519073e-3f, 4.1665795894e-2f, 1.6666665459e-1f, 0.5f}) p = add(mul(p, r), splat(c));
  p = add(add(mul(p, mul(r, r)), r), splat(1));
  return mul(p, _mm_castsi128_ps(_mm_slli_epi32(_mm_add_epi32(_mm_cvtps_epi32(n), _mm_set1_epi32(127)), 23)));
}

/** (1 − φ) / z with φ = (1 − e^(−z)) / z, below ½ by its series; φ into `mean`. */
static F mean_ramp(F z, F &mean) {
  F small = _mm_cmplt_ps(z, splat(0.5f)), ramp = _mm_setzero_ps();
  mean = ramp;
  int mask = _mm_movemask_ps(small);
  if (mask != 15) {
    mean = _mm_div_ps(sub(splat(1), exponential(sub(_mm_setzero_ps(), z))), z);
    ramp = _mm_div_ps(sub(splat(1), mean), z);
  }
  if (mask == 0) return ramp;
  F near = splat(1 / 40320.0f);
  for (float a : {1 / 5040.0f, 1 / 720.0f, 1 / 120.0f, 1 / 24.0f, 1 / 6.0f, 0.5f}) near = sub(splat(a), mul(z, near));
  mean = _mm_blendv_ps(mean, sub(splat(1), mul(z, near)), small);
  return _mm_blendv_ps(ramp, near, small);
}

/** (1 − e^(−z)) / z, below ½ by its series. */
static F mean_decay(F z) {
  F small = _mm_cmplt_ps(z, splat(0.5f)), mean = _mm_setzero_ps();
  int mask = _mm_movemask_ps(small);
  if (mask != 15) mean = _mm_div_ps(sub(splat(1), exponential(sub(_mm_setzero_ps(), z))), z);
  if (mask == 0) return mean;
  F near = splat(1 / 40320.0f);
  for (float a : {1 / 5040.0f, 1 / 720.0f, 1 / 120.0f, 1 / 24.0f, 1 / 6.0f, 0.5f, 1.0f}) near = sub(splat(a), mul(z, near));
  return _mm_blendv_ps(mean, near, small);
}

/** Weight 1 in the core of 2 m, smoothly down to 0 at 6 m. */
static F weight(F square) {
  F s = _mm_min_ps(splat(1), _mm_max_ps(_mm_setzero_ps(), mul(sub(_mm_sqrt_ps(square), splat(2)), splat(0.25f))));
  return sub(splat(1), mul(mul(s, s), sub(splat(3), add(s, s))));
}

struct State {
  uint32_t count = 0;
  std::vector<float> column[8];
};

static void step(State &state, size_t from, size_t to, float dt, const std::vector<Layer> &layers) {
  const F t = splat(dt), half = splat(dt / 2), one = splat(1), none = _mm_setzero_ps();
  float *c[8];
  for (int i = 0; i < 8; i++) c[i] = state.column[i].data();
  for (size_t n = from; n < to; n += 4) {
    F x0 = _mm_loadu_ps(c[0] + n), y0 = _mm_loadu_ps(c[1] + n), z0 = _mm_loadu_ps(c[2] + n);
    F vx = _mm_loadu_ps(c[3] + n), vy = _mm_loadu_ps(c[4] + n), vz = _mm_loadu_ps(c[5] + n);
    F mass = _mm_loadu_ps(c[6] + n), rate = _mm_div_ps(_mm_loadu_ps(c[7] + n), mass);
    F ax = none, ay = splat(-1), az = none;
    // Fields are summed where the particle drifts to in half of the step.
    F x = add(x0, mul(vx, half)), y = add(y0, mul(vy, half)), z = add(z0, mul(vz, half));
    F flat = add(mul(x, x), mul(z, z)), square = add(flat, mul(y, y)), w = weight(square);
    // The vortex about y, radius ½, as a force.
    F swirl = mul(mul(_mm_div_ps(w, mass), splat(1.566974f * 2)), mean_decay(mul(flat, splat(4))));
    ax = add(ax, mul(swirl, z));
    az = sub(az, mul(swirl, x));
    // The pull, softened by 0.1 m.
    F pull = _mm_div_ps(mul(w, splat(0.5f)), _mm_sqrt_ps(add(square, splat(0.01f))));
    ax = sub(ax, mul(pull, x));
    ay = sub(ay, mul(pull, y));
    az = sub(az, mul(pull, z));
    for (const Layer &layer : layers) curl(x, y, z, layer, ax, ay, az);
    F k = mul(rate, t);
    F mean, ramp = mean_ramp(k, mean), decay = sub(one, mul(k, mean));
    F push = mul(mean, t), drop = mul(ramp, mul(t, t)), wind = splat(0.5f), bx = sub(vx, wind);
    _mm_storeu_ps(c[0] + n, add(x0, add(mul(wind, t), add(mul(bx, push), mul(drop, ax)))));
    _mm_storeu_ps(c[1] + n, add(y0, add(mul(vy, push), mul(drop, ay))));
    _mm_storeu_ps(c[2] + n, add(z0, add(mul(vz, push), mul(drop, az))));
    vx = add(wind, add(mul(bx, decay), mul(push, ax)));
    vy = add(mul(vy, decay), mul(push, ay));
    vz = add(mul(vz, decay), mul(push, az));
    _mm_storeu_ps(c[3] + n, vx);
    _mm_storeu_ps(c[4] + n, vy);
    _mm_storeu_ps(c[5] + n, vz);
  }
}

int main(int argc, char **argv) {
  if (argc < 5 || argc < 5 + 3 * atoi(argv[4])) {
    fprintf(stderr, "stack THREADS STEPS DT LAYERS (FREQUENCY SEED AMPLITUDE)...\n");
    return 2;
  }
  const int threads = atoi(argv[1]), steps = atoi(argv[2]);
  const float dt = atof(argv[3]);
  std::vector<Layer> layers;
  for (int l = 0; l < atoi(argv[4]); l++) layers.push_back({(float)atof(argv[5 + 3 * l]), (int32_t)atoll(argv[6 + 3 * l]), (float)atof(argv[7 + 3 * l])});
  State state;
  if (fread(&state.count, 4, 1, stdin) != 1) return 2;
  for (auto &column : state.column) {
    column.resize((state.count + 3) / 4 * 4, 1);
    if (fread(column.data(), 4, state.count, stdin) != state.count) return 2;
  }
  std::vector<double> seconds(threads);
  std::barrier together(threads);
  auto work = [&](int which) {
    size_t from = (size_t)state.count * which / threads / 4 * 4;
    size_t to = which + 1 == threads ? state.column[0].size() : (size_t)state.count * (which + 1) / threads / 4 * 4;
    together.arrive_and_wait();
    auto begin = std::chrono::steady_clock::now();
    for (int s = 0; s < steps; s++) {
      step(state, from, to, dt, layers);
      together.arrive_and_wait();
    }
    seconds[which] = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
  };
  std::vector<std::thread> others;
  for (int which = 1; which < threads; which++) others.emplace_back(work, which);
  work(0);
  for (auto &other : others) other.join();
  double slowest = 0;
  for (double s : seconds) slowest = s > slowest ? s : slowest;
  fprintf(stderr, "%.9f\n", slowest);
  for (auto &column : state.column) fwrite(column.data(), 4, state.count, stdout);
  return 0;
}
