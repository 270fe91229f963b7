using System.Text;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;
using SideLamp.Server.Feeds;

namespace SideLamp.Server.Tests;

/// <summary>Boxes that are ticked in files which others write, too.</summary>
public sealed class ChecklistTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("side-lamp-boxes-").FullName;

    private string Path => System.IO.Path.Combine(_folder, "to-see.txt");

    private Feed Feed => new(new FeedId("species"), "Still to see", Path, Duration.FromSeconds(1), SourceKind.Checklist) { MayTick = true };

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    // Comments, order, line ends and encoding stay: of all bytes only the mark's differ.
    [Theory]
    [InlineData("utf-8", "# Moths\r\n\r\n- [ ] Brimstone\r\n  * [X] Pug ✓\r\n- [ ] Brimstone\r\n(no box)\r\n- [ ] Grüne Eule")]
    [InlineData("utf-16", "[ ] Brimstone\n[ ] Brimstone\n[ ] Grüne Eule\n")]
    [InlineData("windows-1252", "[ ] Brimstone\r[ ] Brimstone\r[ ] Grüne Eule, gesehen von Ilse über dem Tuch\r")]
    public void One_mark_changes_and_nothing_else(string name, string text)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        var encoding = Encoding.GetEncoding(name);
        byte[] before = [.. encoding.GetPreamble(), .. encoding.GetBytes(text)];
        File.WriteAllBytes(Path, before);
        ChecklistWriter.Tick(Feed, "Brimstone", 1, done: true);
        var at = text.LastIndexOf("[ ] Brimstone", StringComparison.Ordinal);
        Assert.Equal([.. encoding.GetPreamble(), .. encoding.GetBytes(text[..at] + "[x] Brimstone" + text[(at + 13)..])], File.ReadAllBytes(Path));
        ChecklistWriter.Tick(Feed, "Brimstone", 1, done: false);
        Assert.Equal(before, File.ReadAllBytes(Path));
        Assert.Throws<RefusedException>(() => ChecklistWriter.Tick(Feed, "Old lady", 0, done: true));
        Assert.Equal(before, File.ReadAllBytes(Path));
    }

    [Fact]
    public void A_tick_of_another_sign_is_taken_away_whole_and_a_pipe_or_a_file_that_is_gone_is_refused()
    {
        File.WriteAllText(Path, "[✔] Brimstone\n[ ] Pug\n");
        ChecklistWriter.Tick(Feed, "Brimstone", 0, done: true);
        Assert.Equal("[✔] Brimstone\n[ ] Pug\n", File.ReadAllText(Path));
        ChecklistWriter.Tick(Feed, "Brimstone", 0, done: false);
        Assert.Equal("[ ] Brimstone\n[ ] Pug\n", File.ReadAllText(Path));
        File.Delete(Path);
        Assert.Throws<RefusedException>(() => ChecklistWriter.Tick(Feed, "Pug", 0, done: true));
        Assert.False(File.Exists(Path));
    }

    // An editor saves all the while, in each of the ways in which editors do: its words are never damaged, and what was said to be ticked is ticked in one of its versions.
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void An_editor_that_saves_at_the_same_moment_loses_nothing(bool byRename)
    {
        string[] versions = ["[ ] Brimstone\n[ ] Pug\n", "# seen\n[ ] Pug\n[ ] Brimstone, seen by Pim\n[ ] Brimstone\n", "[ ] Brimstone\n"];
        File.WriteAllText(Path, versions[0]);
        var saves = 0;
        var stop = false;
        var editor = new Thread(() =>
        {
            while (!Volatile.Read(ref stop))
            {
                var words = versions[saves++ % versions.Length];
                if (byRename)
                {
                    File.WriteAllText(Path + ".new", words);
                    File.Move(Path + ".new", Path, overwrite: true);
                }
                else
                {
                    File.WriteAllText(Path, words);
                }

                Thread.Sleep(saves % 7 * 12);
            }
        });
        editor.Start();
        for (var turn = 0; turn < 40; turn++)
        {
            try
            {
                ChecklistWriter.Tick(Feed, "Brimstone", 0, done: true);
            }
            catch (RefusedException)
            {
                // It was being written all the time: said, and nothing done.
            }
        }

        Volatile.Write(ref stop, true);
        editor.Join();
        ChecklistWriter.Tick(Feed, "Brimstone", 0, done: true);
        var left = File.ReadAllText(Path);
        Assert.Contains(left.Replace("[x]", "[ ]", StringComparison.Ordinal), versions);
        Assert.Contains("[x] Brimstone\n", left, StringComparison.Ordinal);
    }
}
