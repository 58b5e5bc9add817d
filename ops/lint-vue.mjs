import ts from 'typescript'
import { parser as typescriptParser } from 'typescript-eslint'
import { parseForESLint } from 'vue-eslint-parser'

/** The script of a .vue file, letter by letter as the Vue parser hands it on to a parser of scripts. */
function scriptOf(filePath, text) {
  let script = ''
  const parser = {
    parseForESLint(code, options) {
      // What stands in the template is handed on without its project.
      if (options.project) script = code
      return typescriptParser.parseForESLint(code, { ...options, project: undefined })
    },
  }
  parseForESLint(text, { filePath, parser, project: true, sourceType: 'module', ecmaVersion: 'latest' })
  return script
}

/** One program of all that a configuration names, with the script of each .vue file in place of the file. */
function programOf(configFile) {
  const extra = [{ extension: 'vue', isMixedContent: true, scriptKind: ts.ScriptKind.Deferred }]
  const config = ts.getParsedCommandLineOfConfigFile(
    configFile,
    { allowNonTsExtensions: true },
    {
      ...ts.sys,
      onUnRecoverableConfigFileDiagnostic: (d) => {
        throw new Error(String(d.messageText))
      },
    },
    undefined,
    undefined,
    extra,
  )
  const host = ts.createCompilerHost(config.options, true)
  const { readFile } = host
  host.readFile = (path) => {
    const text = readFile(path)
    return text !== undefined && path.endsWith('.vue') ? scriptOf(path, text) : text
  }
  return ts.createProgram(config.fileNames, config.options, host)
}

/**
 * The parser of TypeScript for .vue files, all in one program. By itself it makes its program anew with every
 * .vue file that it comes to, which takes five times as long as all the rest of the lint.
 *
 * @param configFile path to the tsconfig.json that names the files
 */
export function parserInOneProgram(configFile) {
  let program
  return {
    meta: { name: 'typescript-in-one-program' },
    parseForESLint(code, options) {
      if (!options.project) return typescriptParser.parseForESLint(code, options)
      program ??= programOf(configFile)
      const known = program.getSourceFile(options.filePath)?.text === code
      // What an editor holds may be newer than the disk.
      const how = known ? { project: undefined, programs: [program] } : {}
      return typescriptParser.parseForESLint(code, { ...options, ...how })
    },
  }
}
