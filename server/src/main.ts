import { fileURLToPath } from 'node:url';
import { createApp } from './app';
import { backUpByClock } from './backup/backup-clock';
import { runBackupCommand } from './commands/backup/run';
import { ENDED } from './commands/model/command';
import { runModelCommand } from './commands/model/run';
import { readConfig } from './config';
import { listen, type Listening } from './http/listen';
import { examineInTime } from './jobs/examine_entries/examine-in-time';
import { carryOutInTime } from './jobs/carry_out/carry-out-clock';
import { eachDay, dailyRound } from './jobs/daily_round/daily-round';
import { keepDatabase } from './jobs/maintenance';
import { openWorkspace } from './opening';
import type { Services } from './services';
import { StartError } from './start-error';
import { closeServices } from './workspace';

const WORKBENCH = fileURLToPath(new URL('../web/browser', import.meta.url));

/** Listens, or gives everything back that was opened for it. */
async function listenOrClose(services: Services, port: number): Promise<Listening> {
  try {
    return await listen(createApp(services, WORKBENCH), port);
  } catch (error) {
    await closeServices(services);
    throw error;
  }
}

/** Serves until it is told to stop. */
async function serve(): Promise<void> {
  const config = readConfig(process.argv.slice(2), process.env);
  const services = await openWorkspace(config);
  const { port, drain } = await listenOrClose(services, config.port);
  await services.backups.tidy();
  const days = eachDay(services);
  const planned = carryOutInTime(services);
  const examining = examineInTime(services);
  const backing = backUpByClock(services);
  services.jobs.work(services);
  await services.jobs.send(dailyRound, {});
  const keeping = keepDatabase(services.connection);
  void services.sandbox.warm();
  console.log(`Tovlet is ready at http://localhost:${port}`);
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    days.stop();
    planned.stop();
    examining.stop();
    backing.stop();
    keeping?.stop();
    // Streams have no end of their own; everything else is answered first.
    services.events.endStreams();
    void drain()
      .then(() => closeServices(services))
      .then(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

/** Ends with this where something could not be begun: 1 for a server, as ever; what programs run tells it apart from an answer. */
const endedBy = (error: unknown, code: number): void => {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(code);
};

const [command, ...rest] = process.argv.slice(2);
if (command === 'model') {
  runModelCommand(rest, process.env, console.log).then(
    (code) => process.exit(code),
    (error: unknown) => endedBy(error, ENDED.unable),
  );
} else if (command === 'backup' || command === 'restore') {
  runBackupCommand(command, rest, process.env, console.log).then(
    () => process.exit(0),
    (error: unknown) => endedBy(error, 1),
  );
} else serve().catch((error: unknown) => endedBy(error, 1));
