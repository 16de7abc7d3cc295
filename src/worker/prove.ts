/** The proof of a fit: HiGHS, started warm from the best choice known, on the columns that may still matter. */
import loadHighs from 'highs'
import { type FitModel } from '../core/fit/model'

/** What the solver has to say as it goes. */
export interface ProofNews {
  /** Values of the variables of a better choice. */
  values?: Float64Array
  /** What it costs. */
  objective?: number
  /** No choice of these columns costs less. */
  bound?: number
}

export interface ProofOptions {
  /** Stops when what is found is proven to be within this part of the best. */
  gap: number
  /** Values of the variables to begin from. */
  start?: Float64Array
  /** Most branches looked at; without it until proven. */
  nodes?: number
  /** Called with every better choice and bound; true stops. */
  onNews?: (news: ProofNews) => boolean | undefined
}

export interface Proof {
  status: 'proven' | 'stopped' | 'impossible'
  objective: number
  bound: number
  values: Float64Array | undefined
}

let solver: ReturnType<typeof loadHighs> | undefined

/** Solves a program as far as is asked for. */
export async function prove(model: FitModel, { gap, start, nodes, onNews }: ProofOptions): Promise<Proof> {
  const highs = await (solver ??= loadHighs())
  const { modelStatus, callbackType, variableType } = highs.constants
  const binary = model.columns.length
  const instance = highs.createModel({
    numCols: model.variables,
    numRows: model.rows,
    colCost: model.cost,
    colLower: new Float64Array(model.variables),
    colUpper: Float64Array.from({ length: model.variables }, (_, v) => (v < binary ? 1 : Infinity)),
    rowLower: model.rowLower,
    rowUpper: model.rowUpper,
    matrix: {
      format: 'csc',
      numRows: model.rows,
      numCols: model.variables,
      starts: model.starts,
      indices: model.index,
      values: model.value,
    },
    integrality: Int32Array.from({ length: model.variables }, (_, v) =>
      v < binary ? variableType.integer : variableType.continuous,
    ) as never,
  })
  try {
    instance.options.set({ output_flag: false, mip_rel_gap: gap, mip_abs_gap: 1e-6, random_seed: 1 })
    if (nodes !== undefined) instance.options.set('mip_max_nodes', nodes)
    if (start) instance.setSolution({ colValue: start })
    instance.run({
      [callbackType.mipImprovingSolution](event) {
        const { mip_solution: values, objective_function_value: objective, mip_dual_bound: bound } = event.data
        if (values && objective !== undefined)
          onNews?.({ values, objective, ...(bound === undefined ? {} : { bound }) })
      },
      [callbackType.mipInterrupt](event) {
        const { mip_dual_bound: bound } = event.data
        if (bound !== undefined && onNews?.({ bound })) event.interrupt()
      },
    })
    const status = instance.getModelStatus()
    if (status === modelStatus.infeasible || status === modelStatus.unboundedOrInfeasible)
      return { status: 'impossible', objective: Infinity, bound: Infinity, values: undefined }
    const objective = instance.getObjectiveValue()
    const bound = Number(instance.info.get('mip_dual_bound'))
    const { colValue } = instance.getSolution()
    return {
      status: status === modelStatus.optimal ? 'proven' : 'stopped',
      objective,
      bound,
      values: colValue as Float64Array | undefined,
    }
  } finally {
    instance.dispose()
  }
}
