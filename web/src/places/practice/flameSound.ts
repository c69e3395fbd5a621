const QUIET_GAIN = 0.05;
const LOUDEST_GAIN = 0.25;
const SMOOTH_S = 0.12;
const SECONDS = 2;
const DECADE_DB = 20;
const PITCH_HZ = 2600;

/** A flame's hiss: noise as loud as the trainer says, never suddenly. */
export class FlameSound {
  private readonly context = new AudioContext();
  private readonly level = this.context.createGain();

  constructor() {
    const rate = this.context.sampleRate;
    const noise = this.context.createBuffer(1, SECONDS * rate, rate);
    const samples = noise.getChannelData(0);
    for (let at = 0; at < samples.length; at += 1) samples[at] = Math.random() * 2 - 1;
    const source = this.context.createBufferSource();
    source.buffer = noise;
    source.loop = true;
    const band = this.context.createBiquadFilter();
    band.type = "bandpass";
    band.frequency.value = PITCH_HZ;
    band.Q.value = 0.6;
    this.level.gain.value = 0;
    source.connect(band).connect(this.level).connect(this.context.destination);
    source.start();
  }

  /** Sets how loud it is, dB beside the usual flame; null is silence. */
  hiss(db: number | null): void {
    const gain = db === null ? 0 : Math.min(LOUDEST_GAIN, QUIET_GAIN * 10 ** (db / DECADE_DB));
    this.level.gain.setTargetAtTime(gain, this.context.currentTime, SMOOTH_S);
  }

  close(): void {
    void this.context.close();
  }
}
