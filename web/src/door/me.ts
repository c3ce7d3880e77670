import { createContext, use } from 'react'
import type { Account } from '../api/types'

const nobody: Account = { id: '', name: '', role: 'reader' }

export const Me = createContext<Account>(nobody)

/** Who works here: the one the session is of. */
export const useMe = () => use(Me)

/** What somebody may do, as the server lets them. */
export const works = (a: Account) => a.role !== 'reader'
export const settles = (a: Account) => a.role === 'lead' || a.keeper === true

export const roleWords = { technician: 'Technician', lead: 'Lead', reader: 'Reader' } as const
export const roleOf = (a: Account) => roleWords[a.role] + (a.keeper ? ', keeper' : '')
