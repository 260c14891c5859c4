#!/usr/bin/env node
import { ensureBuilt } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { Trouble } from './lib/say.mjs'

// Standard output is for the answer alone; what is said on the way goes to standard error.
console.log = console.error
// The reader may have seen enough, as in "| head".
process.stdout.on('error', (error) => {
  if (error.code !== 'EPIPE') throw error
  process.exit(0)
})

/** Commands of the shop without its pages. */
async function main() {
  checkNode()
  await ensurePackages()
  const { Argument, Command, InvalidArgumentError, Option } = await import('commander')
  const commands = await import('./lib/commands.mjs')

  /** Reads an option as a number within a span. */
  const number = (from, to, { whole = false } = {}) =>
    function read(text) {
      const value = Number(text)
      if (text.trim() !== '' && value >= from && value <= to && (!whole || Number.isInteger(value))) return value
      throw new InvalidArgumentError(`A ${whole ? 'whole ' : ''}number from ${from} to ${to} is expected.`)
    }
  const whole = (from, to) => number(from, to, { whole: true })
  const one = (flags, text, choices) => new Option(flags, text).choices(choices).default(choices[0])
  const file = new Argument('<file>', 'path of the file, or - for standard input')
  /** Adds a command that asks a running shop. */
  const shopCommand = (...definition) =>
    command(...definition)
      .addOption(new Option('--server <url>', 'address of the running shop').default('http://127.0.0.1:4780'))
      .option('--name <name>', 'name to sign in with, in a shop with accounts; PLUCKY_PASSWORD has the password, or it is asked for')

  const plucky = new Command('plucky')
    .description('Plucky Ratio on the command line. A file that is refused: exit code 2, and {"errors": [...]} on standard output.')
    .helpCommand(false)
    .showHelpAfterError('Add --help for the options.')
  const command = (parent, name, description, action) =>
    parent
      .command(name)
      .description(description)
      .action(async (...args) => {
        await ensureBuilt({ web: false })
        await action(...args)
      })

  command(plucky, 'evaluate', 'rates a job file', commands.evaluate).addArgument(file)
  planOptions(
    command(plucky, 'plan', 'plans a build for a job file: the cheapest that holds a power, with proof', commands.plan).addArgument(file),
    number,
    Option,
  )
  command(plucky, 'ranges', 'solves the gear train of a transmission file', commands.ranges).addArgument(file)
  command(plucky, 'dyno', 'writes a simulated dyno CSV for the engine of a job file', commands.dyno)
    .addArgument(file)
    .option('--rows <count>', 'rows of the pull', whole(2, 1e6), 400)
    .option('--delimiter <text>', 'between fields', ',')
    .addOption(one('--decimal <mark>', 'decimal mark', ['.', ',']))
    .addOption(one('--torque <unit>', 'unit of torque', ['lb-ft', 'N·m']))
    .option('--quoted', 'fields in quotes', false)
    .option('--wheels <share>', 'driveline loss, for a pull at the wheels', number(0, 0.5), 0)
    .option('--noise <share>', 'scatter of torque', number(0, 0.2), 0.004)
    .option('--seed <number>', 'same seed, same file', whole(0, 2 ** 31), 1)
  command(plucky, 'caliper', 'prints simulated measurements for the parts of a job file, one per line in work order', commands.caliper)
    .addArgument(file)
    .addOption(one('--unit <unit>', 'unit of length', ['in', 'mm']))
    .option('--seed <number>', 'same seed, same measurements', whole(0, 2 ** 31), 1)
  shelfCommands(plucky, { commands, file, shopCommand })
  await backupCommands(plucky, { command, shopCommand, Option })
  await peopleCommands(plucky, { command, one, Option })
  await plucky.parseAsync()
}

/** Parts shelf of a running shop. */
function shelfCommands(plucky, { commands, file, shopCommand }) {
  const shelf = plucky.command('shelf').description('parts shelf of a running shop')
  shopCommand(shelf, 'export', 'prints the shelf as an open file', commands.exportShelf).option('--unit <id>', 'for one transmission only')
  shopCommand(
    shelf,
    'import',
    'adds the items of a shelf file; refuses it if an item on the shelf has other values',
    commands.importShelf,
  ).addArgument(file)
}

/** Backup of a shop, and its restoration. */
async function backupCommands(plucky, { command, shopCommand, Option }) {
  const { backup, restore } = await import('./lib/shop-backup.mjs')
  shopCommand(plucky, 'backup', 'writes a backup of a running shop, or of the database in DATABASE_URL, and checks it', backup).argument(
    '<file>',
    'zip file to write',
  )
  command(
    plucky,
    'restore',
    'restores a backup into the data folder, whose shop must be stopped, or into the database in DATABASE_URL',
    restore,
  )
    .argument('<file>', 'zip file of a backup')
    .addOption(new Option('--merge', 'add what the shop does not have; nothing is overwritten').conflicts('replace'))
    .option('--preview', 'say what --merge would add, and change nothing', false)
    .option('--replace', 'replace the shop, after a backup of it', false)
}

/** People who sign in. */
async function peopleCommands(plucky, { command, one, Option }) {
  const { addPerson, changePerson, listPeople, resetPerson } = await import('./lib/people.mjs')
  const { ROLES } = await import('../packages/contract/dist/index.js')
  const people = plucky.command('people').description('people who sign in to a shop that is opened to a network')
  command(people, 'list', 'prints the people of the shop', listPeople)
  command(people, 'add', 'adds a person; the password is asked for, or read from standard input', addPerson)
    .argument('<name>', 'name to sign in with')
    .addOption(one('--role <role>', 'what the person may do', ROLES))
  command(people, 'reset', 'sets a new password, ends all sessions and removes the second factor', resetPerson).argument('<name>')
  command(people, 'change', 'changes role, or closes or opens an account', changePerson)
    .argument('<name>')
    .addOption(new Option('--role <role>').choices(ROLES))
    .addOption(new Option('--close', 'the person cannot sign in').conflicts('open'))
    .option('--open', 'the person can sign in again', false)
}

/** What a plan is asked for, and its wishes. */
function planOptions(plan, number, Option) {
  const many = (value, before) => [...before, value]
  plan
    .addOption(
      new Option('--power <hp>', 'power to hold; the engine of the job if not given')
        .argParser(number(1, 20000))
        .conflicts(['budget', 'frontier']),
    )
    .addOption(new Option('--budget <money>', 'the most power for so much, hours included').argParser(number(0, 1e7)).conflicts('frontier'))
    .option('--frontier', 'every build that no other beats in cost and power', false)
    .option('--margin <figure>', 'margin of every station, instead of the house margin', number(0.2, 5))
    .option('--shelf <file>', 'shelf file to choose from, instead of the made-up shop; may be repeated', many, [])
    .option('--own-shelf', 'choose only from the items in the job file', false)
    .option('--keep <station=part>', 'part that must be installed; nothing after = leaves the station empty; may be repeated', many, [])
    .option('--without-maker <name>', 'buy nothing from this maker; may be repeated', many, [])
    .option('--no-used', 'buy nothing used')
    .option('--own-bench', 'no outside machine work', false)
    .option('--hours <most>', 'most labor hours', number(0, 1e5))
    .option('--stock-look', 'nothing that is seen from outside', false)
    .option('--in-stock', 'nothing that must be ordered', false)
    .option('--any-stall', 'converters outside the target stall too', false)
    .option('--keep-pressure', 'line pressure stays as it is', false)
    .option('--paid', 'what the present build has is paid for', false)
}

main().catch((error) => {
  console.error(error instanceof Trouble ? error.message : error)
  process.exitCode = 1
})
