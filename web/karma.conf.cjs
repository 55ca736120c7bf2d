// Karma in headless Chromium, without any access to a network.
process.env.CHROME_BIN ??= '/usr/bin/chromium';

module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    reporters: ['dots'],
    colors: false,
    browsers: ['Quiet'],
    customLaunchers: {
      Quiet: {
        base: 'ChromeHeadless',
        flags: require('../chromium-flags.json'),
      },
    },
    restartOnFileChange: false,
    singleRun: true,
  });
