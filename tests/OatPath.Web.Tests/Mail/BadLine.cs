using System.Net;
using System.Net.Sockets;
using System.Text;

namespace OatPath.Web.Tests.Mail;

/// <summary>What goes wrong on a line.</summary>
internal enum LineFault
{
    None,

    /// <summary>Nobody answers.</summary>
    Silent,

    /// <summary>It breaks off before anything was handed over.</summary>
    CutBefore,

    /// <summary>It breaks off in the middle of the text; who sends it cannot tell that from a lost answer.</summary>
    CutInText,

    /// <summary>The text arrives whole, and the answer to it is lost.</summary>
    ReplyLost,
}

/// <summary>A line to a mail server that breaks as the test says, one connection at a time.</summary>
internal sealed class BadLine : IDisposable
{
    private static readonly byte[] End = "\r\n.\r\n"u8.ToArray();
    private readonly TcpListener listener = new(IPAddress.Loopback, 0);
    private readonly CancellationTokenSource over = new();
    private readonly int to;
    private readonly Func<LineFault> next;

    public BadLine(int to, Func<LineFault> next)
    {
        (this.to, this.next) = (to, next);
        listener.Start();
        _ = Task.Run(Accept);
    }

    public int Port => ((IPEndPoint)listener.LocalEndpoint).Port;

    private async Task Accept()
    {
        while (!over.IsCancellationRequested)
        {
            var caller = await listener.AcceptTcpClientAsync(over.Token);
            _ = Task.Run(() => Carry(caller, next()));
        }
    }

    private async Task Carry(TcpClient caller, LineFault fault)
    {
        using var _ = caller;
        try
        {
            if (fault == LineFault.Silent)
            {
                await Task.Delay(Timeout.Infinite, over.Token);
            }

            using var server = new TcpClient();
            await server.ConnectAsync(IPAddress.Loopback, to, over.Token);
            var isText = false;
            var isWhole = false;
            using var done = CancellationTokenSource.CreateLinkedTokenSource(over.Token);
            var back = Pump(
                server.GetStream(),
                caller.GetStream(),
                part =>
                {
                    isText |= Encoding.ASCII.GetString(part.Span).StartsWith("354", StringComparison.Ordinal);
                    return !(fault == LineFault.ReplyLost && isWhole);
                },
                done.Token
            );
            var tail = new List<byte>();
            var there = Pump(
                caller.GetStream(),
                server.GetStream(),
                part =>
                {
                    tail.AddRange(part.Span.ToArray());
                    isWhole |= isText && tail.TakeLast(End.Length).SequenceEqual(End);
                    return fault switch
                    {
                        LineFault.CutBefore => !Encoding.ASCII.GetString(part.Span).Contains("RCPT", StringComparison.Ordinal),
                        LineFault.CutInText => !isText,
                        _ => true,
                    };
                },
                done.Token
            );
            await Task.WhenAny(back, there);
            await done.CancelAsync();
        }
        catch (Exception broken) when (broken is IOException or SocketException or OperationCanceledException or ObjectDisposedException)
        {
            // A line that breaks is what is wanted here.
        }
    }

    /// <param name="passes">Whether a part goes through; else the line breaks off.</param>
    private static async Task Pump(Stream from, Stream to, Func<ReadOnlyMemory<byte>, bool> passes, CancellationToken stop)
    {
        var buffer = new byte[4096];
        for (int read; (read = await from.ReadAsync(buffer, stop)) > 0;)
        {
            if (!passes(buffer.AsMemory(0, read)))
            {
                return;
            }

            await to.WriteAsync(buffer.AsMemory(0, read), stop);
        }
    }

    public void Dispose()
    {
        // Whoever still waits on a line is let go; they may look at it once more.
        over.Cancel();
        listener.Dispose();
    }
}
