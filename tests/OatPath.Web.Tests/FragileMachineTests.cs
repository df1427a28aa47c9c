using System.Runtime.InteropServices;

namespace OatPath.Web.Tests;

/// <summary>A small machine may have no file watcher to spare.</summary>
public sealed class FragileMachineTests
{
    [Fact]
    public async Task Pages_answer_where_no_file_watcher_can_be_had()
    {
        var held = new List<int>();
        try
        {
            for (var watcher = Watcher(); watcher >= 0 && held.Count < 5000; watcher = Watcher())
            {
                held.Add(watcher);
            }

            using var studio = new TestStudio();
            using var browser = await studio.SignedIn();
            Assert.Contains("Who needs you", (await browser.Get("/")).Text, StringComparison.Ordinal);
            Assert.Contains("Jory", (await browser.Get("/clients")).Text, StringComparison.Ordinal);
        }
        finally
        {
            held.ForEach(watcher => _ = Close(watcher));
        }
    }

    [DllImport("libc", EntryPoint = "inotify_init")]
    private static extern int Watcher();

    [DllImport("libc", EntryPoint = "close")]
    private static extern int Close(int descriptor);
}
