/** Made from the description of the API: WRITE_DOCS=1 npx vitest run server/test/description.test.ts */

/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "SignUp".
 */
export interface SignUp {
email: string
name: string
password: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "SignIn".
 */
export interface SignIn {
email: string
password: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "NewTitle".
 */
export interface NewTitle {
title: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Order".
 */
export interface Order {
/**
 * @maxItems 10000
 */
ids: string[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "CopyTarget".
 */
export interface CopyTarget {
setId?: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "SampleEntry".
 */
export interface SampleEntry {
name: string
title: string
problems: number
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Samples".
 */
export interface Samples {
samples: {
name: string
title: string
problems: number
}[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "FileToImport".
 */
export interface FileToImport {
file: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "SetChange".
 */
export interface SetChange {
/**
 * the version that the change was made from
 */
version: number
title?: string
introduction?: string
frontMatter?: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "ProblemChange".
 */
export interface ProblemChange {
/**
 * the version that the change was made from
 */
version: number
title: string
statement: string
/**
 * @maxItems 300
 */
working: string[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Choices".
 */
export interface Choices {
kind: ("handout" | "worked" | "key")
detail?: ("answer" | "main steps" | "every step")
/**
 * whether every line has its number
 */
allNumbers?: boolean
/**
 * whether a handout has room to write
 */
space?: boolean
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Account".
 */
export interface Account {
name: string
email: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Session".
 */
export interface Session {
account: ({
name: string
email: string
} | null)
/**
 * the sign-in of the demonstration
 */
demo: ({
email: string
password: string
} | null)
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "SignedIn".
 */
export interface SignedIn {
account: {
name: string
email: string
}
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "ShelfEntry".
 */
export interface ShelfEntry {
id: string
title: string
problems: number
/**
 * milliseconds since 1970
 */
updatedAt: number
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Usage".
 */
export interface Usage {
sets: {
used: number
most: number
}
bytes: {
used: number
most: number
}
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Shelf".
 */
export interface Shelf {
sets: {
id: string
title: string
problems: number
/**
 * milliseconds since 1970
 */
updatedAt: number
}[]
usage: {
sets: {
used: number
most: number
}
bytes: {
used: number
most: number
}
}
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "SetHead".
 */
export interface SetHead {
id: string
title: string
introduction: string
frontMatter: string
version: number
/**
 * milliseconds since 1970
 */
updatedAt: number
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Problem".
 */
export interface Problem {
id: string
setId: string
title: string
statement: string
working: string[]
version: number
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Publication".
 */
export interface Publication {
id: string
kind: ("handout" | "worked" | "key")
number: number
address: string
/**
 * milliseconds since 1970
 */
createdAt: number
withdrawnAt: (number | null)
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "WholeSet".
 */
export interface WholeSet {
id: string
title: string
introduction: string
frontMatter: string
version: number
/**
 * milliseconds since 1970
 */
updatedAt: number
problems: {
id: string
setId: string
title: string
statement: string
working: string[]
version: number
}[]
publications: {
id: string
kind: ("handout" | "worked" | "key")
number: number
address: string
/**
 * milliseconds since 1970
 */
createdAt: number
withdrawnAt: (number | null)
}[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "NotNailed".
 */
export interface NotNailed {
/**
 * the place of the problem in the set, from 0
 */
index: number
problem: string
/**
 * from 1; 0 for the problem as a whole
 */
line: number
/**
 * tacked, loose or bent; “error” for a line that cannot be carried out, “not decided” for one that was given up
 */
verdict: string
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Published".
 */
export interface Published {
publication: {
id: string
kind: ("handout" | "worked" | "key")
number: number
address: string
/**
 * milliseconds since 1970
 */
createdAt: number
withdrawnAt: (number | null)
}
notNailed: {
/**
 * the place of the problem in the set, from 0
 */
index: number
problem: string
/**
 * from 1; 0 for the problem as a whole
 */
line: number
/**
 * tacked, loose or bent; “error” for a line that cannot be carried out, “not decided” for one that was given up
 */
verdict: string
}[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Publications".
 */
export interface Publications {
publications: {
id: string
kind: ("handout" | "worked" | "key")
number: number
address: string
/**
 * milliseconds since 1970
 */
createdAt: number
withdrawnAt: (number | null)
}[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Preview".
 */
export interface Preview {
html: string
notNailed: {
/**
 * the place of the problem in the set, from 0
 */
index: number
problem: string
/**
 * from 1; 0 for the problem as a whole
 */
line: number
/**
 * tacked, loose or bent; “error” for a line that cannot be carried out, “not decided” for one that was given up
 */
verdict: string
}[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Job".
 */
export interface Job {
id: string
setId: string
kind: ("publish" | "preview" | "export")
state: ("waiting" | "running" | "done" | "failed" | "cancelled")
progress: {
/**
 * how many there are
 */
problems: number
/**
 * how many are checked
 */
done: number
/**
 * the line that is worked on
 */
at: ({
problem: string
line: number
} | null)
}
/**
 * why it failed
 */
message: (string | null)
/**
 * milliseconds since 1970
 */
createdAt: number
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Jobs".
 */
export interface Jobs {
jobs: {
id: string
setId: string
kind: ("publish" | "preview" | "export")
state: ("waiting" | "running" | "done" | "failed" | "cancelled")
progress: {
/**
 * how many there are
 */
problems: number
/**
 * how many are checked
 */
done: number
/**
 * the line that is worked on
 */
at: ({
problem: string
line: number
} | null)
}
/**
 * why it failed
 */
message: (string | null)
/**
 * milliseconds since 1970
 */
createdAt: number
}[]
}
/**
 * This interface was referenced by `Description`'s JSON-Schema
 * via the `definition` "Fault".
 */
export interface Fault {
error: {
message: string
field?: string
line?: number
/**
 * what is stored now, where a change came too late
 */
current?: {
[k: string]: unknown
}
}
}
/** What each operation takes and gives, by its method and path. */
export interface Operations {
"get /api/session": { body: undefined; answer: Session }
"post /api/session": { body: SignIn; answer: SignedIn }
"delete /api/session": { body: undefined; answer: undefined }
"post /api/accounts": { body: SignUp; answer: SignedIn }
"get /api/sets": { body: undefined; answer: Shelf }
"post /api/sets": { body: NewTitle; answer: SetHead }
"post /api/sets/import": { body: FileToImport; answer: SetHead }
"get /api/sets/{id}": { body: undefined; answer: WholeSet }
"patch /api/sets/{id}": { body: SetChange; answer: SetHead }
"delete /api/sets/{id}": { body: undefined; answer: undefined }
"get /api/sets/{id}/file": { body: undefined; answer: undefined }
"post /api/sets/{id}/copy": { body: undefined; answer: SetHead }
"put /api/shelf/order": { body: Order; answer: undefined }
"put /api/sets/{id}/order": { body: Order; answer: undefined }
"get /api/samples": { body: undefined; answer: Samples }
"post /api/samples/{name}/copy": { body: undefined; answer: SetHead }
"post /api/sets/{id}/problems": { body: NewTitle; answer: Problem }
"get /api/problems/{id}": { body: undefined; answer: Problem }
"put /api/problems/{id}": { body: ProblemChange; answer: Problem }
"delete /api/problems/{id}": { body: undefined; answer: undefined }
"post /api/problems/{id}/copy": { body: CopyTarget; answer: Problem }
"post /api/sets/{id}/publications": { body: Choices; answer: Published | Job }
"post /api/sets/{id}/preview": { body: Choices; answer: Preview | Job }
"get /api/sets/{id}/export/{format}": { body: undefined; answer: undefined }
"get /api/jobs/{id}/publication": { body: undefined; answer: Published }
"get /api/jobs/{id}/preview": { body: undefined; answer: Preview }
"delete /api/sets/{id}/publications/{kind}": { body: undefined; answer: Publications }
"get /api/jobs": { body: undefined; answer: Jobs }
"get /api/jobs/{id}": { body: undefined; answer: Job }
"delete /api/jobs/{id}": { body: undefined; answer: undefined }
"get /api/jobs/{id}/events": { body: undefined; answer: undefined }
}
