# Golden numbers from NumPy and SciPy for core/testing/goldens.test.ts: run with Debian's python3-scipy,
#   /usr/bin/python3 scripts/goldens.py > core/testing/goldens.json
# The numbers are committed; the tests do not need Python. Signals are formulas, so that both sides can make them.
import json

import numpy as np
import scipy
from scipy import fft, optimize, signal


def wave(length):
    n = np.arange(length, dtype=float)
    return np.sin(0.37 * n * n + n) + 0.2 * np.cos(3 * n)


def some(values, indices):
    return [float(values[i]) for i in indices]


goldens = {"numpy": np.__version__, "scipy": scipy.__version__}

# Windows, periodic (sym=False).
indices = [1, 7, 60, 239, 240, 301]
goldens["windows"] = {
    "indices": indices,
    "hann": some(signal.windows.hann(480, sym=False), indices),
    "blackmanHarris4": some(signal.windows.blackmanharris(480, sym=False), indices),
}

# Real transforms of lengths with every radix.
goldens["transforms"] = []
for length in (450, 2048, 3000, 4096, 15360):
    bins = [0, 1, 17, length // 4, length // 2]
    spectrum = fft.rfft(wave(length))
    goldens["transforms"].append({"length": length, "bins": bins, "re": some(spectrum.real, bins), "im": some(spectrum.imag, bins)})

# Power spectrum under a Hann window: SciPy's "spectrum" scaling is the mean square of a tone in its middle bin.
frequencies, density = signal.periodogram(wave(4800), fs=48000, window=signal.windows.hann(4800, sym=False), detrend="linear", scaling="density")
goldens["periodogram"] = {"bandMeanSquare": float(density[(frequencies >= 1000) & (frequencies <= 9000)].sum() * 10.0), "lowHz": 1000, "highHz": 9000}

# A sine in deterministic scatter, fitted by SciPy's least squares.
n = np.arange(2000)
noisy = 7.3 * np.cos(2 * np.pi * 1003.7 * n / 48000 + 0.4) + 0.25 + 0.05 * wave(2000)
(amplitude, frequency, phase, offset), _ = optimize.curve_fit(lambda t, a, f, p, c: a * np.cos(2 * np.pi * f * t + p) + c, n / 48000, noisy, p0=[7, 1003, 0.3, 0.2], xtol=1e-14, ftol=1e-14)
goldens["sineFit"] = {"voltsPeak": float(amplitude), "frequencyHz": float(frequency), "phaseRadians": float(phase), "offsetVolts": float(offset)}

# Harmonics of a clipped sine by a linear least-squares fit of the whole series.
t = np.arange(3000) / 48000
clipped = np.clip(30 * np.sin(2 * np.pi * 997.3 * t + 0.2), -27, 28)
columns = [np.ones_like(t), (np.arange(3000) - 1499.5) / 1499.5]
for k in range(1, 11):
    columns += [np.cos(2 * np.pi * 997.3 * k * t), np.sin(2 * np.pi * 997.3 * k * t)]
solution = np.linalg.lstsq(np.stack(columns, 1), clipped, rcond=None)[0]
goldens["harmonics"] = {"voltsPeak": [float(np.hypot(solution[2 * k], solution[2 * k + 1])) for k in range(1, 11)]}

# A one-pole filter's response from SciPy, for the stepped response.
b, a = signal.butter(1, 15000, fs=96000)
points = [20.0, 1000.0, 10000.0, 20000.0]
_, response = signal.freqz(b, a, worN=points, fs=96000)
goldens["response"] = {"frequenciesHz": points, "ratio": [float(x) for x in np.abs(response)], "phaseRadians": [float(x) for x in np.angle(response)]}

# Real and apparent power of two waveforms.
volts, amperes = wave(1000), np.roll(wave(1000), 3) + 0.1
goldens["power"] = {"realWatts": float(np.mean(volts * amperes)), "apparentVoltAmperes": float(np.sqrt(np.mean(volts**2) * np.mean(amperes**2)))}

print(json.dumps(goldens, indent=1))
