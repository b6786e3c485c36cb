# Prints how long NumPy and SciPy take for what the core does with one tone: window, real FFT, power, band sums; and for
# decoding 24-bit samples. One JSON line; scripts/bench.ts runs it beside its own work. Debian: python3-scipy.
import io, json, sys, time
import numpy as np
from scipy import fft
from scipy.io import wavfile

TERMS = [0.27105140069342, 0.43329793923448, 0.21812299954311, 0.06592544638803, 0.01081174209837, 0.00077658482522, 0.00001388721735]


def best(work, repeats):
    times = []
    for _ in range(repeats + 1):
        start = time.perf_counter()
        work()
        times.append(time.perf_counter() - start)
    return min(times[1:])


def tone_seconds(length, repeats):
    n = np.arange(length)
    volts = 20 * np.sin(2 * np.pi * 1000.3 * n / 192000) + 0.01 * np.sin(2 * np.pi * 3000.9 * n / 192000) + 1e-5 * np.sin(n * n * 1.0)
    window = sum((-1) ** k * a * np.cos(2 * np.pi * k * n / length) for k, a in enumerate(TERMS))
    bin_hz = 192000 / length

    def work():
        spectrum = fft.rfft((volts - volts.mean()) * window)
        power = spectrum.real ** 2 + spectrum.imag ** 2
        peak = int(np.argmax(power[8:])) + 8
        low, high = int(20 / bin_hz), int(20000 / bin_hz)
        total = power[low:high + 1].sum()
        fundamental = power[peak - 8:peak + 9].sum()
        harmonics = sum(power[k * peak - 8:k * peak + 9].sum() for k in range(2, 20))
        return volts.max(), volts.min(), np.sqrt(np.mean(volts ** 2)), total - fundamental, harmonics

    return best(work, repeats)


def decode_seconds(path, repeats):
    data = open(path, "rb").read()
    return best(lambda: wavfile.read(io.BytesIO(data))[1].astype(np.float64) * (40 / 2 ** 31), repeats)


request = json.loads(sys.argv[1])
answer = {"tone": {str(tone["length"]): tone_seconds(**tone) for tone in request["tones"]}}
if request.get("wav"):
    answer["decode"] = decode_seconds(request["wav"], request["repeats"])
print(json.dumps(answer))
