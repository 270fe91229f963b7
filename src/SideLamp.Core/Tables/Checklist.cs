using System.Text;

namespace SideLamp.Core.Tables;

/// <summary>A box in a file that is ticked, or not any more: nothing else of the file changes.</summary>
/// <param name="At">Where its mark stands, in bytes.</param>
/// <param name="Old">The mark's bytes as they are.</param>
/// <param name="New">As they are to be.</param>
public sealed record BoxChange(int At, byte[] Old, byte[] New)
{
    public bool IsDone => Old.AsSpan().SequenceEqual(New);

    /// <summary>What is to be written from <see cref="At"/> on: the mark, and where it has another length all that follows.</summary>
    public byte[] Written(byte[] bytes) => Old.Length == New.Length ? New : [.. New, .. bytes[(At + Old.Length)..]];
}

/// <summary>Files with a box before each thing: <c>[ ]</c> or <c>[x]</c>.</summary>
public static class Checklist
{
    /// <summary>How a box is ticked; whoever had ticked it otherwise keeps that.</summary>
    /// <param name="words">What stands behind the box.</param>
    /// <param name="twin">Which of those with the same words; 0 = the first.</param>
    /// <returns>Null when there is no such box, or the file's letters cannot be told for sure.</returns>
    public static BoxChange? Change(byte[] bytes, string words, int twin, bool done)
    {
        var (text, encoding, begin) = SourceText.Encoded(bytes);
        if (encoding is null)
        {
            return null;
        }

        foreach (var (line, at) in LinesOf(text))
        {
            if (TextTables.BoxIn(line) is not { } box || box.Words != words || twin-- > 0)
            {
                continue;
            }

            var mark = line[box.MarkAt].ToString();
            var wished = done == (mark != " ") ? mark : done ? "x" : " ";
            return new BoxChange(begin + encoding.GetByteCount(text.AsSpan(0, at + box.MarkAt)), encoding.GetBytes(mark), encoding.GetBytes(wished));
        }

        return null;
    }

    private static IEnumerable<(string Line, int At)> LinesOf(string text)
    {
        for (var from = 0; from < text.Length;)
        {
            var length = text.AsSpan(from).IndexOfAny('\r', '\n') is var end and >= 0 ? end : text.Length - from;
            yield return (text.Substring(from, length), from);
            from += length + 1;
        }
    }
}
