// A reporter of the unit tests that says on SIGUSR2 which files are under way: what hangs in a loop cannot say so itself.

export default class UnderWay {
  files = new Set();
  onInit() {
    process.on("SIGUSR2", () => {
      console.log(`\nUnder way: ${[...this.files].join(", ") || "no file"}`);
    });
  }
  onTestModuleQueued(module) {
    this.files.add(module.relativeModuleId);
  }
  onTestModuleEnd(module) {
    this.files.delete(module.relativeModuleId);
  }
}
