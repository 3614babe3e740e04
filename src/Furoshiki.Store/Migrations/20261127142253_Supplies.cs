using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class Supplies : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Sources",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Key = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Index = table.Column<byte[]>(type: "BLOB", nullable: true),
                    Number = table.Column<long>(type: "INTEGER", nullable: false),
                    ReadAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Problem = table.Column<string>(type: "TEXT", nullable: false, defaultValue: ""),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sources", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Sources_Contents_Index",
                        column: x => x.Index,
                        principalTable: "Contents",
                        principalColumn: "Digest",
                        onDelete: ReferentialAction.Restrict
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "Supplies",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Says = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Files = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Source = table.Column<string>(type: "TEXT", nullable: false),
                    GotAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Supplies", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Supplies_Contents_Files",
                        column: x => x.Files,
                        principalTable: "Contents",
                        principalColumn: "Digest",
                        onDelete: ReferentialAction.Restrict
                    );
                    table.ForeignKey(
                        name: "FK_Supplies_Contents_Says",
                        column: x => x.Says,
                        principalTable: "Contents",
                        principalColumn: "Digest",
                        onDelete: ReferentialAction.Restrict
                    );
                }
            );

            migrationBuilder.CreateIndex(
                name: "IX_Sources_Address",
                table: "Sources",
                column: "Address",
                unique: true
            );

            migrationBuilder.CreateIndex(
                name: "IX_Sources_Index",
                table: "Sources",
                column: "Index"
            );

            migrationBuilder.CreateIndex(
                name: "IX_Supplies_Files",
                table: "Supplies",
                column: "Files"
            );

            migrationBuilder.CreateIndex(
                name: "IX_Supplies_Name_Says",
                table: "Supplies",
                columns: new[] { "Name", "Says" },
                unique: true
            );

            migrationBuilder.CreateIndex(
                name: "IX_Supplies_Says",
                table: "Supplies",
                column: "Says"
            );

            migrationBuilder.Sql(
                """
                DROP VIEW "ContentRoots";
                CREATE VIEW "ContentRoots" ("Digest", "Owner") AS
                    SELECT "Look", 'saving ' || "Id" FROM "Savings"
                    UNION ALL SELECT "Map", 'saving ' || "Id" FROM "Savings"
                    UNION ALL SELECT "Screenshot", 'profile ' || "Id" FROM "Profiles" WHERE "Screenshot" IS NOT NULL
                    UNION ALL SELECT "Tree", 'safe state ' || "Id" FROM "SafeStates"
                    UNION ALL SELECT "Look", 'safe state ' || "Id" FROM "SafeStates"
                    UNION ALL SELECT "Map", 'desktop ' || "Id" FROM "Desktops"
                    UNION ALL SELECT "Showing", 'desktop ' || "Id" FROM "Desktops" WHERE "Showing" IS NOT NULL
                    UNION ALL SELECT "Tree", 'aside ' || "Id" FROM "Asides"
                    UNION ALL SELECT "Index", 'source ' || "Id" FROM "Sources" WHERE "Index" IS NOT NULL
                    UNION ALL SELECT "Says", 'supply ' || "Id" FROM "Supplies"
                    UNION ALL SELECT "Files", 'supply ' || "Id" FROM "Supplies"
                    UNION ALL SELECT "Digest", 'switch ' || "SwitchId" FROM "SwitchContents";
                """
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("A database is not brought back to an earlier form.");
    }
}
