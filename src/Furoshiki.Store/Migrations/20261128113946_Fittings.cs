using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class Fittings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // With its reference in one, so that the table, which the view names, need not be made anew.
            migrationBuilder.Sql(
                """
                ALTER TABLE "Savings" ADD COLUMN "Maps" BLOB NULL
                    CONSTRAINT "FK_Savings_Contents_Maps" REFERENCES "Contents" ("Digest") ON DELETE RESTRICT;
                """
            );

            migrationBuilder.CreateTable(
                name: "Fittings",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    DesktopId = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", maxLength: 60, nullable: false),
                    Done = table.Column<int>(type: "INTEGER", nullable: false),
                    Revision = table.Column<long>(type: "INTEGER", nullable: false),
                    ChangedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    DeletionId = table.Column<long>(type: "INTEGER", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Fittings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Fittings_Deletions_DeletionId",
                        column: x => x.DeletionId,
                        principalTable: "Deletions",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                    table.ForeignKey(
                        name: "FK_Fittings_Desktops_DesktopId",
                        column: x => x.DesktopId,
                        principalTable: "Desktops",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "FittingMoves",
                columns: table => new
                {
                    FittingId = table.Column<long>(type: "INTEGER", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Move = table.Column<byte[]>(type: "BLOB", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FittingMoves", x => new { x.FittingId, x.Number });
                    table.ForeignKey(
                        name: "FK_FittingMoves_Contents_Move",
                        column: x => x.Move,
                        principalTable: "Contents",
                        principalColumn: "Digest",
                        onDelete: ReferentialAction.Restrict
                    );
                    table.ForeignKey(
                        name: "FK_FittingMoves_Fittings_FittingId",
                        column: x => x.FittingId,
                        principalTable: "Fittings",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateIndex(name: "IX_Savings_Maps", table: "Savings", column: "Maps");

            migrationBuilder.CreateIndex(
                name: "IX_FittingMoves_Move",
                table: "FittingMoves",
                column: "Move"
            );

            migrationBuilder.CreateIndex(
                name: "IX_Fittings_DeletionId",
                table: "Fittings",
                column: "DeletionId"
            );

            migrationBuilder.CreateIndex(
                name: "IX_Fittings_DesktopId",
                table: "Fittings",
                column: "DesktopId"
            );

            migrationBuilder.Sql(
                """
                DROP VIEW "ContentRoots";
                CREATE VIEW "ContentRoots" ("Digest", "Owner") AS
                    SELECT "Look", 'saving ' || "Id" FROM "Savings"
                    UNION ALL SELECT "Map", 'saving ' || "Id" FROM "Savings"
                    UNION ALL SELECT "Maps", 'saving ' || "Id" FROM "Savings" WHERE "Maps" IS NOT NULL
                    UNION ALL SELECT "Screenshot", 'profile ' || "Id" FROM "Profiles" WHERE "Screenshot" IS NOT NULL
                    UNION ALL SELECT "Tree", 'safe state ' || "Id" FROM "SafeStates"
                    UNION ALL SELECT "Look", 'safe state ' || "Id" FROM "SafeStates"
                    UNION ALL SELECT "Map", 'desktop ' || "Id" FROM "Desktops"
                    UNION ALL SELECT "Showing", 'desktop ' || "Id" FROM "Desktops" WHERE "Showing" IS NOT NULL
                    UNION ALL SELECT "Tree", 'aside ' || "Id" FROM "Asides"
                    UNION ALL SELECT "Index", 'source ' || "Id" FROM "Sources" WHERE "Index" IS NOT NULL
                    UNION ALL SELECT "Says", 'supply ' || "Id" FROM "Supplies"
                    UNION ALL SELECT "Files", 'supply ' || "Id" FROM "Supplies"
                    UNION ALL SELECT "Move", 'fitting ' || "FittingId" FROM "FittingMoves"
                    UNION ALL SELECT "Digest", 'switch ' || "SwitchId" FROM "SwitchContents";
                """
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("A database is not brought back to an earlier form.");
    }
}
