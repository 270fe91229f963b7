using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;

namespace SideLamp.Server.Views;

/// <summary>What undo and redo would do now, and how much the bin holds.</summary>
/// <param name="Undo">Null = there is nothing to take back.</param>
/// <param name="Redo">Null = there is nothing to do again.</param>
/// <param name="Binned">How many things.</param>
public sealed record HistoryView(EditView? Undo, EditView? Redo, int Binned)
{
    public static HistoryView Of(Kept kept) => new(kept.History.Next is { } next ? EditView.Of(next) : null, kept.History.Again is { } again ? EditView.Of(again) : null, kept.Bin.All.Count);
}

/// <summary>An edit that can be taken back.</summary>
/// <param name="What">What it touched, in words.</param>
/// <param name="Author">The page that made it, by the name that it gave itself.</param>
public sealed record EditView(long No, string What, string Author, Instant At)
{
    public static EditView Of(EditDone edit) => new(edit.No, edit.What, edit.Author, edit.At);
}

/// <summary>Something in the bin.</summary>
/// <param name="Word">What it is, such as “graphic”.</param>
/// <param name="Kind">The list of the show that it was in, such as graphics.</param>
/// <param name="HasPicture">Whether there is something to be seen of it.</param>
/// <param name="Area">The area of the frame that it was, in shares of it; null for what was none.</param>
public sealed record BinnedView(long No, string Kind, string Word, string Name, string Author, Instant At, bool HasPicture, Box? Area)
{
    public static BinnedView Of(Binned one) => new(one.No, one.Kind, BinKinds.Find(one.Kind)?.Word ?? one.Kind, one.Name, one.Author, one.At, BinKinds.Pictured.Contains(one.Kind), one.Area());
}
