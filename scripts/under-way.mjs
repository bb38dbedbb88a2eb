// A reporter of the unit tests that says on SIGUSR2 which files are under way, as what hangs in a loop cannot say so itself,
// and at the end which tests passed only when tried again.

export default class UnderWay {
  files = new Set();
  flaky = [];
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
  onTestCaseResult(test) {
    if (test.diagnostic()?.flaky) this.flaky.push(`${test.module.relativeModuleId} > ${test.fullName}`);
  }
  onTestRunEnd() {
    for (const name of this.flaky) console.log(`flaky: ${name}`);
  }
}
