/** Answers with a PDF to look at in the browser. */
export const pdf = (bytes: Uint8Array, fileName: string): Response =>
  new Response(new Blob([bytes as Uint8Array<ArrayBuffer>]), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${fileName}"`,
      'cache-control': 'no-store',
    },
  });
