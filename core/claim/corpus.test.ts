// Invented lines in the manner of printed and pasted sheets: typographies of four languages, and what a bench engineer reads in each.
import { check } from "./testing/shown";

describe("English, in sentences", () =>
  check([
    [
      "45 watts per channel, both channels driven into 8 ohms from 20 Hz to 20 kHz, with no more than 0.09% total harmonic distortion",
      "P45/8 2ch 0.09% 20-20000Hz",
    ],
    [
      "Delivers 60 watts per channel into 8 ohms and 100 watts per channel into 4 ohms at 1% THD+N, both channels driven",
      "P60/8 2ch 1%+n + P100/4 2ch 1%+n",
    ],
    [
      "Rated at 25 W into 8 ohms with one channel driven at less than 0.5 percent distortion",
      "P25/8 1ch 0.5%",
    ],
    ["Total harmonic distortion is below 0.02 % at 30 W into 8 ohms", "D0.02% 30W/8"],
    ["The response is flat within ±0.5 dB from 10 Hz to 40 kHz", "R10-40000Hz +0.5-0.5"],
    ["The response is 3 dB down at 5 Hz and 90 kHz", "R5-90000Hz +0-3"],
    ["Hum and noise are 100 dB below 50 W, A-weighted", "N100a 50W"],
    ["Crosstalk is better than 65 dB at 1 kHz and 45 dB at 20 kHz", "X65@1000 + X45@20000"],
    ["A damping factor of 120 into 8 ohms at 1 kHz", "F120/8@1000"],
    ["The gain is 29 dB", "G29"],
    ["Dynamic headroom is 1.5 dB into 8 ohms", "H1.5"],
    ["Comes with a 24 V, 4 A adapter", "S24V4A"],
  ]));

describe("English, colons and brackets", () =>
  check([
    ["Output power: 2 x 80 W (8 Ω, 1 kHz, 0.1 % THD, both channels driven)", "P80/8 2ch 0.1%"],
    ["Power Output (8Ω, 20Hz-20kHz, 0.08% THD): 100 W + 100 W", "P100/8 0.08% 20-20000Hz?"],
    [
      "Continuous Power (FTC): 85 W/ch (8 ohms, 20 Hz – 20 kHz, 0.05 % THD, 2 ch. driven)",
      "P85/8 2ch 0.05% 20-20000Hz",
    ],
    ["THD (1 kHz, 1 W, 8 ohm): 0.004 %", "D0.004% 1W/8"],
    ["THD+N (20 Hz - 20 kHz, 40 W, 4 Ω): < 0.1%", "D0.1%+n 40W/4 20-20000Hz"],
    ["Frequency Response: 20Hz–20kHz (+0, -0.3dB)", "R20-20000Hz +0-0.3"],
    ["Frequency response (-3 dB): 3 Hz - 150 kHz", "R3-150000Hz +0-3"],
    ["S/N Ratio: > 105 dB (A-weighted, ref. 80 W)", "N105a 80W"],
    ["SNR (unweighted): 92 dB ref 1 W", "N92 1W"],
    ["Channel separation: 70 dB (1 kHz)", "X70@1000"],
    ["Damping factor: 400 (20 Hz – 200 Hz, 8 Ω)", "F400/8"],
    ["Gain: 26 dB (balanced)", "G26"],
    ["Power supply: 36 V / 6 A", "S36V6A"],
    ["Bridged: 300 W (8 Ω, 1 % THD)", "B300/8 1%"],
    ["THD: 0.1 % (1 kHz), 0.3 % (20 Hz - 20 kHz)", "D0.1%? + D0.3% 20-20000Hz?"],
  ]));

describe("English, pasted from shops", () =>
  check([
    ["MAX 300W+300W", "P300 maximum?"],
    ["100W x2 @4ohm", "P100/4?"],
    ["2x50W RMS @ 4Ω THD=1%", "P50/4 1%?"],
    ["50Wx2 (4Ω), 30Wx2 (8Ω)", "P50/4? + P30/8?"],
    ["Output Power:160W*2", "P160?"],
    ["60 W @ 8 Ω @ 0.1% THD, 110 W @ 4 Ω @ 1% THD", "P60/8 0.1%? + P110/4 1%?"],
    ["300W+300W Max. (PSU 48V/10A)", "P300 maximum? + S48V10A"],
    ["DC 12-36 V", "-"],
    ["Input voltage: DC 12V-24V", "-"],
    ["SNR: >=98dB", "N98?"],
    ["THD+N: <=0.05%", "D0.05%+n?"],
    ["Freq range 20Hz...20kHz", "R20-20000Hz?"],
    ["20-20k ±1dB", "R20-20000Hz +1-1"],
    ["80 Wrms/ch", "P80?"],
    ["75 WRMS into 4 ohms", "P75/4?"],
    ["2 × 22W (Rms)", "P22?"],
    ["1200W PEAK POWER", "P1200 peak?"],
    ["Music Power Output 2 x 90 W", "P90 music?"],
    ["Adapter 19V/4.74A not included", "S19V4.74A"],
    ["Bluetooth 5.3 chip, 10 m range", "-"],
    ["Mini amp, 3.5 mm jack, 0.4 kg", "-"],
  ]));

describe("English, cars", () =>
  check([
    ["4 x 50 W RMS at 4 Ω, 14.4 V, 1 % THD+N", "P50/4 1%+n?"],
    ["RMS power @ 14.4 V: 75 W x 4 (4 Ω, ≤1 % THD+N)", "P75/4 1%+n?"],
    ["CEA 4 x 40 W into 4 ohm, ≤ 1% THD + N, 14.4 V", "P40/4 1%+n?"],
    ["Bridged 2 x 150 W RMS into 4 Ω at 14.4 V and 1% THD+N", "B150/4 1%+n"],
    ["Fuse 2 x 25 A", "-"],
  ]));

describe("English, tables and slashes", () =>
  check([
    ["60 W / 8 Ω, 100 W / 4 Ω, bridged 1 x 200 W / 8 Ω", "P60/8? + P100/4? + B200/8?"],
    ["Power per channel 8/4 ohm: 50/90 W", "P50/8? + P90/4?"],
    ["50 W | 8 Ω | 0.1 %", "P50/8 0.1%?"],
    ["8 Ω: 60 W, 4 Ω: 110 W", "P60/8? + P110/4?"],
    ["Crosstalk 1k/10k: 80/60 dB", "X80?"],
    ["Separation: 60 dB @ 1 kHz, 40 dB @ 10 kHz", "X60@1000 + X40@10000"],
    ["Watts: 35 / Ohms: 8 / THD: 0.3 %", "D0.3%?"],
    ["THD @ 1 W / 8 Ω: 0.01 %", "D0.01% 1W/8"],
    ["Power: 45 W/channel, 8 ohms, 20-20,000 Hz, 0.2 % THD", "P45/8 0.2% 20-20000Hz?"],
  ]));

describe("German", () =>
  check(
    [
      [
        "Dauerleistung 2 x 60 W an 8 Ohm (1 kHz, 0,7 % Klirrfaktor, beide Kanäle ausgesteuert)",
        "P60/8 2ch 0.7%",
      ],
      ["Sinusleistung: 2 × 45 W an 4 Ω", "P45/4?"],
      ["Musikleistung 2 x 70 W", "P70 music?"],
      [
        "Ausgangsleistung pro Kanal 50 W an 8 Ω, Klirrfaktor < 0,1 %, 20 Hz bis 20 kHz",
        "P50/8 0.1% 20-20000Hz?",
      ],
      ["Klirrfaktor (1 kHz, 25 W, 8 Ω): 0,03 %", "D0.03% 25W/8"],
      ["Klirrfaktor 0,008 % (bezogen auf 50 W)", "D0.008% 50W?"],
      ["Gesamtklirrfaktor ≤ 0,05 % bei 30 W an 4 Ohm", "D0.05% 30W/4"],
      ["Frequenzgang 20 Hz - 20 kHz ± 0,5 dB", "R20-20000Hz +0.5-0.5"],
      ["Übertragungsbereich 10 ... 60.000 Hz (-3 dB)", "R10-60000Hz +0-3"],
      ["Fremdspannungsabstand 92 dB", "N92?"],
      ["Geräuschspannungsabstand 101 dB(A) bezogen auf 50 W", "N101a 50W"],
      ["Dämpfungsfaktor > 60 an 8 Ohm", "F60/8"],
      ["Kanaltrennung 65 dB bei 1 kHz", "X65@1000"],
      ["Leistungsaufnahme max. 250 W", "C250W?"],
      ["Netzspannung 230 V, 50 Hz, 180 W", "C180W?"],
      ["Gebrückt 150 W an 8 Ohm bei 1 % Klirrfaktor", "B150/8 1%"],
      ["Verstärkung 28 dB", "G28"],
      ["Eingangsempfindlichkeit 250 mV für 50 W", "V0.25 50W"],
      ["Abmessungen 430 x 120 x 310 mm", "E0.43x0.12x0.31"],
      ["Spitzenleistung 1.200 W", "P1200 peak?"],
      ["Lautsprecherimpedanz 4 - 16 Ohm", "-"],
    ],
    "Klirrfaktor 0,05 %",
  ));

describe("French", () =>
  check(
    [
      [
        "Puissance 2 x 55 W sous 8 ohms, les deux canaux en service, distorsion < 0,1 %",
        "P55/8 2ch 0.1%",
      ],
      ["Puissance nominale : 80 W par canal sous 4 Ω", "P80/4?"],
      ["Puissance continue 40 W RMS sous 8 Ω à 1 kHz, DHT 0,5 %", "P40/8 0.5%?"],
      ["Distorsion harmonique totale : 0,02 % à 20 W sous 8 Ω", "D0.02% 20W/8"],
      ["Taux de distorsion : 0,05 %", "D0.05%?"],
      ["Bande passante : 20 Hz à 20 kHz, ± 0,3 dB", "R20-20000Hz +0.3-0.3"],
      ["Réponse en fréquence 10 Hz – 50 kHz (-3 dB)", "R10-50000Hz +0-3"],
      ["Rapport signal/bruit : 98 dB (pondéré A)", "N98a?"],
      ["Rapport signal sur bruit 95 dB", "N95?"],
      ["Facteur d’amortissement : 150 sous 8 Ω", "F150/8"],
      ["Séparation des canaux : 60 dB à 10 kHz", "X60@10000"],
      ["Diaphonie 55 dB à 1 kHz", "X55@1000"],
      ["Consommation : 350 W", "C350W?"],
      ["Puissance consommée 220 W", "C220W?"],
      ["Enceintes : 4 à 8 ohms", "-"],
      ["Poids 8,5 kg", "M8.5kg"],
      ["Puissance max. 2 x 120 W", "P120 maximum?"],
      ["Ponté : 200 W sous 8 Ω, 1 % de distorsion", "B200/8 1%"],
      ["Alimentation 24 V, 5 A", "S24V5A"],
    ],
    "Distorsion 0,05 %",
  ));

describe("Dutch", () =>
  check(
    [
      [
        "Uitgangsvermogen 2 x 50 W aan 8 Ohm, vervorming 0,1 %, beide kanalen uitgestuurd",
        "P50/8 2ch 0.1%",
      ],
      ["Continu vermogen: 35 W per kanaal aan 4 Ω", "P35/4?"],
      ["Totale harmonische vervorming 0,03 % bij 10 W aan 8 Ω", "D0.03% 10W/8"],
      ["Frequentiebereik 20 Hz - 20 kHz ± 1 dB", "R20-20000Hz +1-1"],
      ["Signaal-ruisverhouding 96 dB", "N96?"],
      ["Dempingsfactor 80 aan 8 Ω", "F80/8"],
      ["Kanaalscheiding 58 dB bij 1 kHz", "X58@1000"],
      ["Opgenomen vermogen 160 W", "C160W?"],
      ["Verbruik 0,5 W in stand-by", "C0.5W standby"],
      ["Versterking 27 dB", "G27"],
      ["Luidsprekers 4 - 8 Ω", "-"],
    ],
    "vervorming 0,05 %",
  ));

describe("Italian", () =>
  check(
    [
      [
        "Potenza di uscita 2 x 65 W su 8 ohm, distorsione 0,08 %, entrambi i canali pilotati",
        "P65/8 2ch 0.08%",
      ],
      ["Potenza continua: 30 W per canale su 4 Ω", "P30/4?"],
      ["Distorsione armonica totale 0,02 % a 15 W su 8 Ω", "D0.02% 15W/8"],
      ["Risposta in frequenza da 20 Hz a 20 kHz ± 0,5 dB", "R20-20000Hz +0.5-0.5"],
      ["Rapporto segnale/rumore 100 dB (pesato A)", "N100a?"],
      ["Fattore di smorzamento 90 su 8 Ω", "F90/8"],
      ["Separazione dei canali 62 dB a 1 kHz", "X62@1000"],
      ["Potenza assorbita 200 W", "C200W?"],
      ["Guadagno 26 dB", "G26"],
      ["Diffusori 4 - 16 Ω", "-"],
    ],
    "distorsione 0,05 %",
  ));
