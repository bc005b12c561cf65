//! How connections are taken: so many at once, and none that says nothing for long. Whoever opens hundreds and is silent keeps
//! nobody out.

use axum::serve::Listener;
use std::io;
use std::net::SocketAddr;
use std::pin::Pin;
use std::sync::Arc;
use std::task::{Context, Poll};
use std::time::Duration;
use tokio::io::{AsyncRead, AsyncWrite, ReadBuf};
use tokio::net::{TcpListener, TcpStream};
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use tokio::time::{Instant, Sleep, sleep};

/// Connections at once. Two hundred people with two pages each are below it.
const MOST_CONNECTIONS: usize = 512;
/// How long a connection may carry nothing either way. What takes longest to answer takes 30 s, and who listens for what
/// others do is told something sooner than that.
const MOST_SILENT: Duration = Duration::from_secs(75);

/// A listener that takes so many connections at once: others wait outside.
pub struct Bounded {
    listener: TcpListener,
    free: Arc<Semaphore>,
    silent: Duration,
}

impl Bounded {
    /// Around a listener.
    pub fn new(listener: TcpListener) -> Bounded {
        Bounded::with(listener, MOST_CONNECTIONS, MOST_SILENT)
    }

    /// The same with other limits: so many connections, and so long a silence.
    pub fn with(listener: TcpListener, most: usize, silent: Duration) -> Bounded {
        Bounded { listener, free: Arc::new(Semaphore::new(most)), silent }
    }
}

impl Listener for Bounded {
    type Io = Watched<TcpStream>;
    type Addr = SocketAddr;

    async fn accept(&mut self) -> (Self::Io, Self::Addr) {
        // It is never closed: a refusal cannot come.
        let place = self.free.clone().acquire_owned().await.ok();
        let (stream, address) = Listener::accept(&mut self.listener).await;
        (Watched::new(stream, self.silent, place), address)
    }

    fn local_addr(&self) -> io::Result<SocketAddr> {
        self.listener.local_addr()
    }
}

/// A connection that ends when it carries nothing either way for long; it gives its place free then.
pub struct Watched<S> {
    stream: S,
    silent: Duration,
    ends: Pin<Box<Sleep>>,
    _place: Option<OwnedSemaphorePermit>,
}

impl<S> Watched<S> {
    fn new(stream: S, silent: Duration, place: Option<OwnedSemaphorePermit>) -> Watched<S> {
        Watched { stream, silent, ends: Box::pin(sleep(silent)), _place: place }
    }

    /// What a poll of the stream came to: something was carried, or it is still silent, or it was so for too long.
    fn watched<T>(
        &mut self,
        context: &mut Context<'_>,
        carried: Poll<io::Result<T>>,
    ) -> Poll<io::Result<T>> {
        if carried.is_ready() {
            let ends = Instant::now() + self.silent;
            self.ends.as_mut().reset(ends);
            return carried;
        }
        match self.ends.as_mut().poll(context) {
            Poll::Ready(()) => Poll::Ready(Err(io::ErrorKind::TimedOut.into())),
            Poll::Pending => Poll::Pending,
        }
    }
}

impl<S: AsyncRead + Unpin> AsyncRead for Watched<S> {
    fn poll_read(
        mut self: Pin<&mut Self>,
        context: &mut Context<'_>,
        buffer: &mut ReadBuf<'_>,
    ) -> Poll<io::Result<()>> {
        let carried = Pin::new(&mut self.stream).poll_read(context, buffer);
        self.watched(context, carried)
    }
}

impl<S: AsyncWrite + Unpin> AsyncWrite for Watched<S> {
    fn poll_write(
        mut self: Pin<&mut Self>,
        context: &mut Context<'_>,
        bytes: &[u8],
    ) -> Poll<io::Result<usize>> {
        let carried = Pin::new(&mut self.stream).poll_write(context, bytes);
        self.watched(context, carried)
    }

    fn poll_flush(mut self: Pin<&mut Self>, context: &mut Context<'_>) -> Poll<io::Result<()>> {
        Pin::new(&mut self.stream).poll_flush(context)
    }

    fn poll_shutdown(mut self: Pin<&mut Self>, context: &mut Context<'_>) -> Poll<io::Result<()>> {
        Pin::new(&mut self.stream).poll_shutdown(context)
    }

    fn poll_write_vectored(
        mut self: Pin<&mut Self>,
        context: &mut Context<'_>,
        bytes: &[io::IoSlice<'_>],
    ) -> Poll<io::Result<usize>> {
        let carried = Pin::new(&mut self.stream).poll_write_vectored(context, bytes);
        self.watched(context, carried)
    }

    fn is_write_vectored(&self) -> bool {
        self.stream.is_write_vectored()
    }
}
