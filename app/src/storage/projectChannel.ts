/** What pages of this browser tell each other of a project. */
export type ProjectNews =
  /** An edit or a whole snapshot is on disk. */
  | { readonly kind: 'written'; readonly id: string; readonly step: number }
  /** A page wants to write it; the one that does is asked to finish and to let go. */
  | { readonly kind: 'handOver'; readonly id: string }
  | { readonly kind: 'deleted'; readonly id: string }
  | { readonly kind: 'restored'; readonly id: string }
  /** The page that writes it is asked for another name, and answers that it has it. */
  | { readonly kind: 'rename'; readonly id: string; readonly name: string }
  | { readonly kind: 'renamed'; readonly id: string }

/** Carries news of projects between the pages of this browser. Source: WHATWG, HTML, BroadcastChannel. */
export class ProjectChannel {
  private readonly channel = new BroadcastChannel('arrow-bend:projects')

  /** Tells all other pages. */
  send(news: ProjectNews): void {
    this.channel.postMessage(news)
  }

  /** Calls back with news of other pages until the returned function is called. */
  listen(heard: (news: ProjectNews) => void): () => void {
    const take = ({ data }: MessageEvent): void => heard(data as ProjectNews)
    this.channel.addEventListener('message', take)
    return () => this.channel.removeEventListener('message', take)
  }

  close(): void {
    this.channel.close()
  }
}

export const projectChannel = new ProjectChannel()
