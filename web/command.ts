import { backUp, restore } from './src/server/backup.ts';
import { closeDatabase } from './src/server/db/connect.ts';
import { Refusal } from './src/server/refusal.ts';
import { linkForAddress } from './src/server/staff.ts';

/** The commands of ./start that end by themselves. */
const COMMANDS: Readonly<Record<string, (word: string) => Promise<string>>> = {
  async backup(file) {
    const { files } = await backUp(file);
    const bytes = files.reduce((sum, f) => sum + f.bytes, 0);
    return `Backup written and read back: ${files.length} files, ${Math.ceil(bytes / 1024 / 1024)} MB, in ${file}. It holds children's films: keep it locked.`;
  },
  async restore(file) {
    const { files, madeAt } = await restore(file);
    return `Restored ${files.length} files of ${madeAt}. Start the product with the same STRIDE_STATE.`;
  },
  link: linkForAddress,
};

const [command, word] = process.argv.slice(2) as [string, string];
try {
  process.stdout.write(`${await COMMANDS[command]!(word)}\n`);
} catch (error) {
  process.stderr.write(`${error instanceof Refusal ? error.message : (error as Error).message}\n`);
  process.exitCode = 1;
} finally {
  await closeDatabase();
}
