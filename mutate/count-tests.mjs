import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin';

/** How many tests there were before any fault was planted. */
export const tests = { all: 0 };

/** Notes it, when Stryker has run them all once. */
class Counter {
  onDryRunCompleted({ result }) {
    tests.all = result.tests.length;
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Reporter, 'count', Counter)];
