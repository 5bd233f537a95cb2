const Header = 44;

/**
 * A WAV file of 16 bits, the same on every channel.
 * @param {number} rate samples a second
 * @param {number} channels
 * @param {number} samples of each channel
 * @param {(n: number) => number} at from a sample's number to its value, [−32768, 32767]
 * @returns {Buffer}
 */
export function wav(rate, channels, samples, at) {
  const block = 2 * channels;
  const bytes = Buffer.alloc(Header + block * samples);
  bytes.write("RIFF", 0);
  bytes.writeUInt32LE(Header - 8 + block * samples, 4);
  bytes.write("WAVEfmt ", 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(channels, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(block * rate, 28);
  bytes.writeUInt16LE(block, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write("data", 36);
  bytes.writeUInt32LE(block * samples, 40);
  for (let n = 0; n < samples; n++)
    for (let channel = 0; channel < channels; channel++)
      bytes.writeInt16LE(at(n), Header + block * n + 2 * channel);
  return bytes;
}
