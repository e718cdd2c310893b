/** Hands every stretch of sound that the microphone takes to the page, as it comes. */
class TakeSound extends AudioWorkletProcessor {
  process([[channel] = []]) {
    if (channel) this.port.postMessage(channel.slice());
    return true;
  }
}
registerProcessor('take-sound', TakeSound);
