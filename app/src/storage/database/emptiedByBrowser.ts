/** What Chromium adds to the event of a database it makes anew because the one it had was damaged. */
interface LossEvent {
  readonly dataLoss?: unknown
}

/**
 * A browser's databases, told apart by whether they were lost: Chromium empties one it finds damaged, after its process was
 * killed for example, and makes it anew. Other browsers refuse to open it.
 * @param onEmptied called while a database is made in the place of one that held something
 */
export function noticeEmptied(factory: IDBFactory, onEmptied: () => void): IDBFactory {
  const open: IDBFactory['open'] = (...wanted) => {
    const request = factory.open(...wanted)
    request.addEventListener('upgradeneeded', (event) => {
      if ((event as LossEvent).dataLoss === 'total') onEmptied()
    })
    return request
  }
  return {
    open,
    deleteDatabase: (name) => factory.deleteDatabase(name),
    databases: () => factory.databases(),
    cmp: (one, other) => factory.cmp(one, other),
  }
}
