import { homeRoot } from './home'
import { StepFailed, say } from './say'

const help = () => `Even Bore — liner protrusion measured, corrected and recorded

  ./evenbore demo     the made-up shop with nine jobs: installs what is missing,
                      starts everything and prints the address
  ./evenbore serve    your own shop, empty at first; its data is kept
  ./evenbore stop     stops what demo or serve started
  ./evenbore dev      server and page for whoever works on it, both watching;
                      --hooks adds the check before a commit
  ./evenbore test     all tests, the interface in a real browser included
  ./evenbore bench    measures the speeds and writes docs/benchmarks.md
  ./evenbore walks    somebody who errs and somebody who finishes walk through all
                      works, on sheets made at random: --count N --seed S;
                      the last line says what was found
  ./evenbore shots    takes the pictures in docs/screenshots from the demo data
  ./evenbore calc     one calculation: calc NAME < input.json (calc --list)

  --port N    take this port (else 4780, or the next free one)
  --host A    listen on this address (else 127.0.0.1, this machine only;
              0.0.0.0 for tablets on the shop's network)
  --name N    a further name the shop is opened by (else this machine's own)
  --cert F --key F   serve by TLS with this certificate and key (PEM): without it
              a tablet cannot start Even Bore while the server is away
  --fresh     demo: throw the demo data away and load it anew

  Data and logs are kept in
    serve     ${homeRoot('shop')}
    demo      ${homeRoot('demo')}
  EVENBORE_HOME=/some/folder before the command keeps them there instead.
`

function option(args: string[], name: string): string | undefined {
  const at = args.indexOf(name)
  if (at < 0) return undefined
  const value = args[at + 1]
  if (value === undefined) throw new StepFailed(`${name} wants a value.`, 'See ./evenbore --help.')
  return value
}

function portOption(args: string[]): number | undefined {
  const text = option(args, '--port')
  if (text === undefined) return undefined
  const port = Number(text)
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new StepFailed(`"${text}" is no port.`, 'A port is a whole number from 1 to 65535.')
  return port
}

/** A whole number above nothing; the usual one where none is given. */
function wholeOption(args: string[], name: string, usual: number): number {
  const text = option(args, name)
  const value = text === undefined ? usual : Number(text)
  if (!Number.isSafeInteger(value) || value < 1)
    throw new StepFailed(`${name} wants a whole number, not "${text}".`, 'See ./evenbore --help.')
  return value
}

async function main(args: string[]): Promise<number> {
  const [what, ...rest] = args
  const host = option(rest, '--host')
  const port = portOption(rest)
  const [cert, key, name] = ['--cert', '--key', '--name'].map((o) => option(rest, o))
  const common = {
    ...(host ? { host } : {}),
    ...(port ? { port } : {}),
    ...(cert ? { cert } : {}),
    ...(key ? { key } : {}),
    ...(name ? { names: name.split(',') } : {}),
  }
  if (what === undefined || what === 'help' || args.includes('--help') || args.includes('-h')) {
    say(help())
    return 0
  }
  if (what === 'demo' || what === 'serve') {
    const { serve } = await import('./serve')
    await serve({
      kind: what === 'demo' ? 'demo' : 'shop',
      fresh: what === 'demo' && rest.includes('--fresh'),
      again: rest.includes('--again'),
      ...common,
    })
    return 0
  }
  if (what === 'stop') return (await import('./serve')).stop().then(() => 0)
  if (what === 'dev') return (await import('./dev')).dev({ hooks: rest.includes('--hooks') }).then(() => 0)
  if (what === 'test') return (await import('./test')).test(rest)
  if (what === 'bench') return (await import('./bench')).bench().then(() => 0)
  if (what === 'walks') {
    const [count, seed] = [wholeOption(rest, '--count', 280), wholeOption(rest, '--seed', 1)]
    return (await import('./walks')).walks(count, seed)
  }
  if (what === 'shots') return (await import('./shots')).shots().then(() => 0)
  console.error(`There is no "${what}". ./evenbore --help tells what there is.`)
  return 2
}

try {
  process.exitCode = await main(process.argv.slice(2))
} catch (error) {
  if (!(error instanceof StepFailed)) throw error
  console.error(`\n${error.message}\n${error.advice}`)
  process.exitCode = 1
}
